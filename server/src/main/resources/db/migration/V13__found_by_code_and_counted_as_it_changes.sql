-- Found by: no words of any language but what people typed. The kind of machine is its code between hashes; whoever
-- searches brings the words of the kinds in their own language.
update job set find_text = lower(concat_ws(' ', model.maker, model.name, '#' || model.kind || '#', owner_name, owner_phone,
    serial, era, left(complaint, 1500)))
from machine_model model
where model.shop_id = job.shop_id and model.id = job.machine_model_id;

-- Planned for these very patterns: a common word is found going back from the newest job, a rare one in the index.
drop function jobs_with_words(bigint, text[], bigint, integer);
create function jobs_with_words(shop bigint, patterns text[], of_word integer[], before bigint, most integer)
    returns setof bigint stable security definer set search_path from current language plpgsql as $$
begin
    return query execute
        'select id from job where shop_id = $1 and ($2 is null or id < $2)'
        || (select coalesce(string_agg(format(' and find_text like any (%L::text[])', alternatives), ''), '')
            from (select array_agg(pattern) as alternatives from unnest(patterns, of_word) as given (pattern, word)
                  group by word) words)
        || ' order by id desc limit $3'
        using shop, before, most;
end $$;
comment on function jobs_with_words is 'patterns of like: of each word one must match what a job is found by';

-- What the device book counts, kept as it changes: asked at every key typed at the counter.
create table book_count (
    shop_id bigint not null references shop,
    machine_model_id bigint not null,
    what text not null check (what in ('seen', 'told', 'culprit', 'way')),
    code text not null,
    jobs integer not null,
    primary key (shop_id, machine_model_id, what, code),
    foreign key (shop_id, machine_model_id) references machine_model
);
comment on table book_count is 'jobs of a model: seen, all; of those put away told, with a culprit; by culprit; decisions by way';
alter table book_count enable row level security;
create policy own on book_count using (shop_id = shop_here());

-- In one statement and one order, so that two who put trays away never wait for each other in a ring.
create function add_to_book(by integer, jobs bigint[], shop bigint) returns void
    volatile set search_path from current language sql
    begin atomic
        with
            those as (select job.shop_id, job.id, machine_model_id, place = 'putAway' as closed
                      from unnest(jobs) wanted (id) join job on job.shop_id = shop and job.id = wanted.id),
            added as (
                select machine_model_id, 'seen' as what, '' as code, count(*) as jobs from those group by 1
                union all
                select machine_model_id, 'told', '', count(distinct id) from those
                join job_culprit c on c.shop_id = those.shop_id and c.job_id = those.id
                where closed group by 1
                union all
                select machine_model_id, 'culprit', c.fault, count(*) from those
                join job_culprit c on c.shop_id = those.shop_id and c.job_id = those.id
                where closed group by 1, 3
                union all
                select machine_model_id, 'way', d.way, count(*) from those
                join decision d on d.shop_id = those.shop_id and d.job_id = those.id
                where closed group by 1, 3)
        insert into book_count (shop_id, machine_model_id, what, code, jobs)
        select shop, machine_model_id, what, code, by * jobs from added order by 2, 3, 4
        on conflict (shop_id, machine_model_id, what, code) do update set jobs = book_count.jobs + excluded.jobs;
    end;

-- A job's part in the book is taken out before it changes and put in again after.
create function job_in_book() returns trigger set search_path from current language plpgsql as $$
begin
    perform add_to_book(case tg_when when 'BEFORE' then -1 else 1 end,
        array[case tg_when when 'BEFORE' then old.id else new.id end],
        case tg_when when 'BEFORE' then old.shop_id else new.shop_id end);
    return case tg_op when 'DELETE' then old else new end;
end $$;

create trigger book_without before delete on job for each row execute function job_in_book();
create trigger book_with after insert on job for each row execute function job_in_book();
create trigger book_without_as_it_was before update of place, machine_model_id on job for each row
    when (old.place is distinct from new.place or old.machine_model_id <> new.machine_model_id)
    execute function job_in_book();
create trigger book_with_as_it_is after update of place, machine_model_id on job for each row
    when (old.place is distinct from new.place or old.machine_model_id <> new.machine_model_id)
    execute function job_in_book();

-- Culprits and decisions of trays that are put away already. One statement is about one shop, as everything is.
create function culprits_in_book() returns trigger set search_path from current language plpgsql as $$
begin
    with
        lines as (
            select line.shop_id, j.machine_model_id, line.job_id, line.fault from changed line
            join job j on j.shop_id = line.shop_id and j.id = line.job_id
            where j.place = 'putAway'),
        added as (
            select shop_id, machine_model_id, 'culprit' as what, fault as code, count(*) as jobs from lines
            group by 1, 2, 4
            union all
            -- The first culprit of a job, or the last.
            select shop_id, machine_model_id, 'told', '', count(distinct job_id) from lines
            where not exists (
                select from job_culprit c where c.shop_id = lines.shop_id and c.job_id = lines.job_id
                and not (tg_op = 'INSERT' and exists (
                    select from lines own where own.job_id = c.job_id and own.fault = c.fault)))
            group by 1, 2)
    insert into book_count (shop_id, machine_model_id, what, code, jobs)
    select shop_id, machine_model_id, what, code, case tg_op when 'INSERT' then jobs else -jobs end
    from added order by 2, 3, 4
    on conflict (shop_id, machine_model_id, what, code) do update set jobs = book_count.jobs + excluded.jobs;
    return null;
end $$;

create trigger book_with_culprit after insert on job_culprit referencing new table as changed
    for each statement execute function culprits_in_book();
create trigger book_without_culprit after delete on job_culprit referencing old table as changed
    for each statement execute function culprits_in_book();

create function decisions_in_book() returns trigger set search_path from current language plpgsql as $$
begin
    insert into book_count (shop_id, machine_model_id, what, code, jobs)
    select line.shop_id, j.machine_model_id, 'way', line.way, case tg_op when 'INSERT' then count(*) else -count(*) end
    from changed line
    join job j on j.shop_id = line.shop_id and j.id = line.job_id
    where j.place = 'putAway'
    group by 1, 2, 4 order by 2, 4
    on conflict (shop_id, machine_model_id, what, code) do update set jobs = book_count.jobs + excluded.jobs;
    return null;
end $$;

create trigger book_with_decision after insert on decision referencing new table as changed
    for each statement execute function decisions_in_book();
create trigger book_without_decision after delete on decision referencing old table as changed
    for each statement execute function decisions_in_book();

-- The book as it is.
select add_to_book(1, array(select id from job where job.shop_id = shop.id), shop.id) from shop;

-- The last words for a culprit, and the last jobs of a model.
create index culprit_of_fault on job_culprit (shop_id, fault, job_id);
drop index job_model;
create index job_model on job (shop_id, machine_model_id, id);
