-- What is written to owners goes out by itself; the days on which nobody works; who can do what; what broke work off.

create table owner_message (
    shop_id bigint not null references shop,
    id bigint generated always as identity,
    job_id bigint not null,
    about text not null check (about in ('ready', 'needsWord', 'delayed')),
    -- A telephone number or a mail address, and the letter as it went out; both empty once its owner was erased.
    send_to text not null,
    letter text not null,
    key text not null,
    state text not null check (state in ('waiting', 'onItsWay', 'arrived', 'bounced', 'refused', 'withdrawn')),
    why text check (why in ('noSuchAddress', 'boxFull', 'switchedOff', 'blocked', 'tooLong', 'givenUp')),
    gateway_number text,
    asked_by bigint not null,
    asked_at timestamptz not null,
    next_try timestamptz not null,
    tries integer not null default 0,
    settled_at timestamptz,
    primary key (shop_id, id),
    unique (shop_id, key),
    foreign key (shop_id, job_id) references job,
    foreign key (shop_id, asked_by) references person
);
create index owner_message_of_job on owner_message (shop_id, job_id, id);
create index owner_message_due on owner_message (next_try) where state in ('waiting', 'onItsWay');

-- The next message to be sent or asked after, of any shop; it is nobody else's until the time given.
create function claim_message(until timestamptz) returns table (shop bigint, message_id bigint)
    volatile security definer set search_path from current language sql
    begin atomic
        update owner_message o set next_try = until, tries = o.tries + 1
        from (select m.shop_id, m.id from owner_message m
              where m.state in ('waiting', 'onItsWay') and m.next_try <= now()
              order by m.next_try limit 1 for update skip locked) due
        where o.shop_id = due.shop_id and o.id = due.id
        returning o.shop_id, o.id;
    end;

alter table shop
    -- Days of the week on which the bench is worked at, Monday 1.
    add column work_days smallint[] not null default '{1,2,3,4,5}'
        check (cardinality(work_days) > 0 and work_days <@ array[1, 2, 3, 4, 5, 6, 7]::smallint[]),
    add column closes_at time,
    add column keeps_holidays boolean not null default true;

create table closed_days (
    shop_id bigint not null references shop,
    from_day date not null,
    to_day date not null,
    primary key (shop_id, from_day),
    check (to_day >= from_day)
);

alter table person
    add column at_bench boolean not null default false,
    add column skills text[] not null default '{}'
        check (skills <@ array['electrical', 'battery', 'pressure', 'making']);

create table interruption (
    shop_id bigint not null references shop,
    id bigint generated always as identity,
    person_id bigint not null,
    -- What lay on the bench.
    job_id bigint,
    kind text not null check (kind in ('counter', 'telephone', 'question', 'delivery', 'other')),
    began_at timestamptz not null,
    minutes double precision check (minutes between 0 and 1440),
    primary key (shop_id, id),
    foreign key (shop_id, person_id) references person,
    foreign key (shop_id, job_id) references job
);
create unique index interruption_going_on on interruption (shop_id, person_id) where minutes is null;
create index interruption_began on interruption (shop_id, began_at);

do $$
declare
    name text;
begin
    foreach name in array array['owner_message', 'closed_days', 'interruption']
    loop
        execute format('alter table %I enable row level security', name);
        execute format('create policy own on %I using (shop_id = shop_here())', name);
    end loop;
end $$;
