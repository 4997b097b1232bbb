-- Who may do what, the secrets that show who somebody is, and who came in from where.
-- A shop without accounts is a bench on one machine, where a name is picked and nothing is asked.
alter table shop add column accounts_since timestamptz, add column closed_at timestamptz;

-- A name without a role is somebody of the days before accounts: what was done stays theirs, and nobody can come in as them.
alter table person
    add column role text check (role in ('owner', 'technician', 'counter', 'looking')),
    add column password text,
    add column pin text,
    add column closed_at timestamptz,
    add column version integer not null default 1;

create table sign_in (
    shop_id bigint not null references shop,
    id bigint generated always as identity,
    person_id bigint not null,
    at timestamptz not null,
    how text not null check (how in ('password', 'pin')),
    address text not null,
    agent text not null,
    -- While it lasts.
    session text,
    ended_at timestamptz,
    primary key (shop_id, id),
    foreign key (shop_id, person_id) references person
);
create index sign_in_of on sign_in (shop_id, at desc);
create index sign_in_session on sign_in (session) where session is not null;

-- Wrong secrets in a row, for a name, an address, a device that is known, a PIN.
create table wrong_secret (
    shop_id bigint not null references shop,
    -- What was wrong: a kind and what it is of, as name:ilva.
    about text not null check (about ~ '^(name|address|device|pin):'),
    wrong integer not null check (wrong > 0),
    last_at timestamptz not null,
    heard_from timestamptz not null,
    primary key (shop_id, about)
);

-- Devices that somebody has come in from before: guessing from elsewhere does not shut them out.
create table known_device (
    shop_id bigint not null references shop,
    person_id bigint not null,
    token_hash text not null,
    used_at timestamptz not null,
    primary key (shop_id, person_id, token_hash),
    foreign key (shop_id, person_id) references person
);

-- A phone that adds photographs to one job for a while.
create table phone_link (
    shop_id bigint not null references shop,
    id bigint generated always as identity,
    job_id bigint not null,
    token_hash text not null,
    made_by bigint not null,
    made_at timestamptz not null,
    good_until timestamptz not null,
    primary key (shop_id, id),
    foreign key (shop_id, job_id) references job,
    foreign key (shop_id, made_by) references person
);

do $$
declare
    name text;
begin
    foreach name in array array['sign_in', 'wrong_secret', 'known_device', 'phone_link']
    loop
        execute format('alter table %I enable row level security', name);
        execute format('create policy own on %I using (shop_id = shop_here())', name);
    end loop;
end $$;

-- The tables of Spring Session, as it describes them. What they hold is found by a secret, before a shop is known, and
-- names nothing but a person's number.
create table spring_session (
    primary_id char(36) not null constraint spring_session_pk primary key,
    session_id char(36) not null,
    creation_time bigint not null,
    last_access_time bigint not null,
    max_inactive_interval int not null,
    expiry_time bigint not null,
    principal_name varchar(100)
);
create unique index spring_session_ix1 on spring_session (session_id);
create index spring_session_ix2 on spring_session (expiry_time);
create index spring_session_ix3 on spring_session (principal_name);
create table spring_session_attributes (
    session_primary_id char(36) not null,
    attribute_name varchar(200) not null,
    attribute_bytes bytea not null,
    constraint spring_session_attributes_pk primary key (session_primary_id, attribute_name),
    constraint spring_session_attributes_fk foreign key (session_primary_id) references spring_session (primary_id) on delete cascade
);

-- A shop that was closed keeps what it has and lets nobody in.
create or replace function shops_here() returns setof bigint stable security definer set search_path from current language sql
    begin atomic
        select id from shop where closed_at is null order by id limit 2;
    end;

create function shop_named(wanted text) returns setof bigint stable security definer set search_path from current language sql
    begin atomic
        select id from shop where lower(name) = lower(wanted) and closed_at is null order by id limit 2;
    end;

-- For whoever runs the database.
create function every_shop() returns setof bigint stable security definer set search_path from current language sql
    begin atomic
        select id from shop where closed_at is null order by id;
    end;

create function forget_coming_in() returns void volatile security definer set search_path from current language sql
    begin atomic
        delete from wrong_secret where last_at < now() - interval '2 days';
        delete from sign_in where at < now() - interval '400 days';
        delete from known_device where used_at < now() - interval '400 days';
        delete from phone_link where good_until < now() - interval '30 days';
    end;
