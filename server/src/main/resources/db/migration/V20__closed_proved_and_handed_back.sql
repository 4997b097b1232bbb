-- The second half of the bench order: what went back, what was tried, what it read before and after, the bill.

-- Close up
create table closing (
    shop_id bigint not null references shop,
    job_id bigint not null,
    -- What the screws of the case go into; empty while nobody has said.
    case_plastic text not null default '',
    left_over integer check (left_over between 0 and 1000),
    left_why text not null default '',
    settled_why text not null default '',
    closed_by bigint,
    closed_at timestamptz,
    primary key (shop_id, job_id),
    foreign key (shop_id, job_id) references job,
    foreign key (shop_id, closed_by) references person
);

create table closing_step (
    shop_id bigint not null references shop,
    job_id bigint not null,
    step_key text not null,
    account jsonb not null check (account ? 'format'),
    put_back_by bigint not null,
    put_back_at timestamptz not null,
    primary key (shop_id, job_id, step_key),
    foreign key (shop_id, job_id, step_key) references teardown_step (shop_id, job_id, key) on delete cascade,
    foreign key (shop_id, put_back_by) references person
);

create table closing_change (
    shop_id bigint not null references shop,
    job_id bigint not null,
    number integer not null check (number > 0),
    step_key text not null,
    kind text not null check (kind in
        ('newPart', 'ownFasteners', 'added', 'turnedOver', 'phaseSet', 'glued', 'otherwise')),
    thing integer,
    own jsonb not null check (own ? 'format'),
    note text not null default '',
    made_by bigint not null,
    made_at timestamptz not null,
    primary key (shop_id, job_id, number),
    foreign key (shop_id, job_id, step_key) references teardown_step (shop_id, job_id, key) on delete cascade,
    foreign key (shop_id, made_by) references person
);

alter table tray_timer
    drop constraint tray_timer_kind_check,
    add constraint tray_timer_kind_check
        check (kind in ('mouldFirm', 'castFirm', 'castStrong', 'glueGrips', 'glueBears', 'runIn'));

-- Prove
create table trial_result (
    shop_id bigint not null references shop,
    job_id bigint not null,
    number integer not null check (number > 0),
    trial text not null,
    result text not null check (result in ('passed', 'failed', 'leftOut')),
    seen text not null default '',
    tried_by bigint not null,
    tried_at timestamptz not null,
    primary key (shop_id, job_id, number),
    foreign key (shop_id, job_id) references job,
    foreign key (shop_id, tried_by) references person
);

create table proof_reading (
    shop_id bigint not null references shop,
    job_id bigint not null,
    measure text not null check (measure in
        ('current', 'speed', 'noise', 'play', 'endFloat', 'temperature', 'strokeTime')),
    after boolean not null,
    readings double precision[] not null check (cardinality(readings) between 1 and 50),
    read_by bigint not null,
    read_at timestamptz not null,
    primary key (shop_id, job_id, measure, after),
    foreign key (shop_id, job_id) references job,
    foreign key (shop_id, read_by) references person
);

create table proof_run (
    shop_id bigint not null references shop,
    job_id bigint not null,
    -- What is counted, how much of it ran without a failure, how much the warranty will see.
    unit text not null check (unit in ('strokes', 'turns', 'hours')),
    ran double precision not null check (ran >= 0),
    life double precision not null check (life > 0),
    shape double precision not null check (shape between 0.3 and 10),
    confidence double precision not null check (confidence between 0.01 and 0.9999),
    version integer not null default 1,
    primary key (shop_id, job_id),
    foreign key (shop_id, job_id) references job
);

alter table electrical_check
    add column before_return boolean not null default false,
    -- Who is competent to make it, by name; empty of a look before the first power.
    add column tested_by text not null default '';

-- Hand back
alter table shop
    add column address text not null default '',
    add column country char(2) check (country ~ '^[A-Z]{2}$'),
    add column tax_number text not null default '',
    add column tax_percent numeric(5, 2) check (tax_percent between 0 and 100),
    add column no_tax_reason text not null default '',
    add column warranty_months integer not null default 12 check (warranty_months between 0 and 120),
    add column days_to_pay integer not null default 14 check (days_to_pay between 0 and 365),
    add column paper_version integer not null default 1;

-- Learn: the job whose mend this machine came back with.
alter table job
    add column back_of bigint,
    add foreign key (shop_id, back_of) references job,
    add check (back_of <> id);
create index job_back_of on job (shop_id, back_of) where back_of is not null;

-- The shop: how much bench time a day has, and how many work at once.
alter table shop
    add column day_minutes integer not null default 420 check (day_minutes between 30 and 1440),
    add column hands integer not null default 1 check (hands between 1 and 50);

create table handback (
    shop_id bigint not null references shop,
    job_id bigint not null,
    old_parts text not null check (old_parts in ('returned', 'kept', 'thrownAway')),
    warranty_until date,
    -- In the owner's words: what to avoid, what may come next.
    avoid text not null default '',
    next text not null default '',
    version integer not null default 1,
    primary key (shop_id, job_id),
    foreign key (shop_id, job_id) references job
);

create table bill_count (
    shop_id bigint primary key references shop,
    last integer not null
);

create table bill (
    shop_id bigint not null references shop,
    number integer not null check (number > 0),
    job_id bigint not null,
    -- The bill that this entry takes back, whole or in part.
    credits integer,
    billed_to text not null,
    currency char(3) not null,
    lines jsonb not null check (lines ? 'format'),
    discount numeric(12, 2) not null check (discount >= 0),
    tax_percent numeric(5, 2) not null,
    net numeric(12, 2) not null,
    tax numeric(12, 2) not null,
    gross numeric(12, 2) not null,
    paid numeric(12, 2) not null,
    why text not null default '',
    issued_on date not null,
    due_on date not null,
    issued_by bigint not null,
    issued_at timestamptz not null,
    primary key (shop_id, number),
    foreign key (shop_id, job_id) references job,
    foreign key (shop_id, credits) references bill,
    foreign key (shop_id, issued_by) references person
);
create index bill_of_job on bill (shop_id, job_id, number);

-- A bill that is out stays as it is; what was wrong is taken back by another entry.
create function bill_stays() returns trigger language plpgsql as $$
begin
    raise exception 'a bill is not altered';
end $$;
create trigger bill_stays before update or delete on bill for each row execute function bill_stays();

-- What it was thought to come to when it was taken in; when it was first ready; when what told of its owner was erased.
alter table job
    add column estimated numeric(12, 2),
    add column estimated_minutes double precision,
    add column ready_at timestamptz,
    add column erased_at timestamptz;
update job set ready_at = coalesce(
        (select min(e.at) from journal e
         where e.shop_id = job.shop_id and e.job_id = job.id and e.what ->> 'code' in ('journal.moved', 'journal.movedWaiting')
             and e.what #>> '{values,to,code}' like '%.readyToGo'),
        moved_at)
where place in ('readyToGo', 'putAway');

create function first_ready() returns trigger language plpgsql set search_path from current as $$
begin
    if new.place = 'readyToGo' and new.ready_at is null then
        new.ready_at := new.moved_at;
    end if;
    return new;
end $$;
create trigger first_ready before insert or update of place on job for each row execute function first_ready();

-- What Gewerk claimed of a job before anybody said what it was.
create table claim (
    shop_id bigint not null references shop,
    job_id bigint not null,
    -- Faults by their keys with what was given for each, likeliest first, as far as they were shown.
    shares jsonb not null check (shares ? 'format'),
    claimed_at timestamptz not null,
    told_by bigint not null,
    primary key (shop_id, job_id),
    foreign key (shop_id, job_id) references job,
    foreign key (shop_id, told_by) references person
);

-- The book: lines of advice, pictures put into it, and what was read from the books of other shops.
create table advice (
    shop_id bigint not null references shop,
    id bigint generated always as identity,
    machine_model_id bigint not null,
    advice text not null,
    given_by bigint not null,
    given_at timestamptz not null,
    primary key (shop_id, id),
    foreign key (shop_id, machine_model_id) references machine_model,
    foreign key (shop_id, given_by) references person
);
create index advice_of_model on advice (shop_id, machine_model_id, id);

alter table attachment drop constraint attachment_kind_check,
    add constraint attachment_kind_check check (kind in ('photo', 'thumbnail', 'book'));

create table book_picture (
    shop_id bigint not null references shop,
    id bigint generated always as identity,
    machine_model_id bigint not null,
    -- A copy of its own: the job's may be erased.
    image_id bigint not null,
    shows text not null,
    photo_id bigint,
    put_by bigint not null,
    put_at timestamptz not null,
    primary key (shop_id, id),
    foreign key (shop_id, machine_model_id) references machine_model,
    foreign key (shop_id, image_id) references attachment,
    foreign key (shop_id, put_by) references person
);
create index book_picture_of_model on book_picture (shop_id, machine_model_id, id);

-- By which a shop's own part is known in books that come back to it.
alter table shop add column book_origin uuid not null default gen_random_uuid();

create table book_origin (
    shop_id bigint not null references shop,
    origin uuid not null,
    name text not null,
    as_of timestamptz not null,
    read_by bigint not null,
    read_at timestamptz not null,
    primary key (shop_id, origin),
    foreign key (shop_id, read_by) references person
);

create table book_chapter (
    shop_id bigint not null references shop,
    machine_model_id bigint not null,
    origin uuid not null,
    chapter jsonb not null check (chapter ? 'format'),
    primary key (shop_id, machine_model_id, origin),
    foreign key (shop_id, machine_model_id) references machine_model,
    foreign key (shop_id, origin) references book_origin on delete cascade
);
create index book_chapter_of_origin on book_chapter (shop_id, origin);

create table book_chapter_picture (
    shop_id bigint not null references shop,
    machine_model_id bigint not null,
    origin uuid not null,
    number integer not null,
    image_id bigint not null,
    primary key (shop_id, machine_model_id, origin, number),
    foreign key (shop_id, machine_model_id, origin) references book_chapter on delete cascade,
    foreign key (shop_id, image_id) references attachment
);

-- Look back: what the jobs that went out in a month came to, reckoned when it is asked for and again after a change.
create table month_changed (
    shop_id bigint not null references shop,
    month date not null check (extract(day from month) = 1),
    changes bigint not null,
    primary key (shop_id, month)
);
create table month_figures (
    shop_id bigint not null references shop,
    month date not null,
    changes bigint not null,
    figures jsonb not null check (figures ? 'format'),
    primary key (shop_id, month)
);
create index job_went_out on job (shop_id, moved_at) where place = 'putAway';

-- In one order, so that two never wait for each other in a ring.
create function months_changed(shop bigint, out_at timestamptz[]) returns void
    volatile set search_path from current language sql
    begin atomic
        insert into month_changed (shop_id, month, changes)
        select shop, month, 1
        from (select distinct date_trunc('month', at at time zone s.time_zone)::date as month
              from unnest(out_at) at, shop s where s.id = shop and at is not null) months
        order by month
        on conflict (shop_id, month) do update set changes = month_changed.changes + 1;
    end;

create function job_in_month() returns trigger language plpgsql set search_path from current as $$
begin
    perform months_changed(coalesce(new.shop_id, old.shop_id), array[
        case when old.place = 'putAway' then old.moved_at end,
        case when new.place = 'putAway' then new.moved_at end,
        (select moved_at from job e where e.shop_id = old.shop_id and e.id = old.back_of),
        (select moved_at from job e where e.shop_id = new.shop_id and e.id = new.back_of)]);
    return null;
end $$;
create trigger month_with_job after insert or delete or
    update of place, moved_at, machine_model_id, bench_minutes, back_of, ready_at, promised_on on job
    for each row execute function job_in_month();

-- What belongs to a job.
create function of_job_in_month() returns trigger language plpgsql set search_path from current as $$
begin
    perform months_changed(coalesce(new.shop_id, old.shop_id), array(
        select moved_at from job where shop_id = coalesce(new.shop_id, old.shop_id)
            and id = coalesce(new.job_id, old.job_id) and place = 'putAway'));
    return null;
end $$;
create trigger month_with_culprit after insert or delete or update on job_culprit
    for each row execute function of_job_in_month();
create trigger month_with_decision after insert or delete on decision for each row execute function of_job_in_month();
create trigger month_with_bill after insert on bill for each row execute function of_job_in_month();
create trigger month_with_order after insert or delete or update on purchase_order_line
    for each row execute function of_job_in_month();

select months_changed(id, array(select moved_at from job where shop_id = shop.id and place = 'putAway')) from shop;

do $$
declare
    name text;
begin
    foreach name in array array['closing', 'closing_step', 'closing_change', 'trial_result', 'proof_reading', 'proof_run',
        'handback', 'bill_count', 'bill', 'claim', 'advice', 'book_picture', 'book_origin', 'book_chapter',
        'book_chapter_picture', 'month_changed', 'month_figures']
    loop
        execute format('alter table %I enable row level security', name);
        execute format('create policy own on %I using (shop_id = shop_here())', name);
    end loop;
end $$;
