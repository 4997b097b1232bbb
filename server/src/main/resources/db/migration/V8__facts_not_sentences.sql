-- What is kept are facts, a code and its values; the words are made when somebody reads them. Sentences kept before stay
-- as what they were, words.

create function words_as_fact(words text) returns jsonb immutable language sql
    return case when words = '' then null
                else jsonb_build_object('format', 1, 'code', 'typed', 'values', jsonb_build_object('text', words)) end;

-- The journal grows for ever: a part for each month, all before the first of them in one.
alter table journal rename to journal_before_facts;
alter table journal_before_facts
    drop constraint journal_pkey, drop constraint journal_shop_id_job_id_fkey, drop constraint journal_shop_id_person_id_fkey;
drop index journal_of_job;

create table journal (
    id bigint generated always as identity,
    shop_id bigint not null references shop,
    job_id bigint not null,
    at timestamptz not null,
    person_id bigint not null,
    step text not null,
    what jsonb not null check (what ? 'format'),
    why text not null,
    before jsonb,
    after jsonb,
    primary key (shop_id, id, at),
    foreign key (shop_id, job_id) references job,
    foreign key (shop_id, person_id) references person
) partition by range (at);
create index journal_of_job on journal (shop_id, job_id, id);
alter table journal enable row level security;
create policy own on journal using (shop_id = shop_here());

create function journal_month(months integer) returns timestamptz stable language sql
    return (date_trunc('month', now() at time zone 'UTC') + make_interval(months => months)) at time zone 'UTC';

create table journal_earlier partition of journal for values from (minvalue) to (journal_month(0));
alter table journal_earlier enable row level security;

-- Makes the parts for this month and the next three where they are missing. The parts themselves are closed to everybody:
-- who reads the journal reads it whole, by its policy.
create function journal_months() returns void volatile security definer set search_path from current language plpgsql as $$
declare
    first timestamptz;
    name text;
begin
    perform pg_advisory_xact_lock(7458);
    for month in 0..3 loop
        first := journal_month(month);
        name := 'journal_' || to_char(first at time zone 'UTC', 'YYYY_MM');
        if to_regclass(name) is null then
            execute format('create table %I partition of journal for values from (%L) to (%L)',
                           name, first, journal_month(month + 1));
            execute format('alter table %I enable row level security', name);
        end if;
    end loop;
end $$;
select journal_months();

insert into journal (id, shop_id, job_id, at, person_id, step, what, why, before, after)
    overriding system value
    select id, shop_id, job_id, at, person_id, step,
           coalesce(words_as_fact(what), '{"format": 1, "code": "journal.done", "values": {}}'), why, before, after
    from journal_before_facts;
select setval(pg_get_serial_sequence('journal', 'id'), coalesce(max(id), 1)) from journal;
drop table journal_before_facts;

-- Keys of saves serve the minutes in which something is sent again; after a month they go.
create index saved_once_at on saved_once (at);
create function forget_saves() returns void volatile security definer set search_path from current language sql
    begin atomic
        delete from saved_once where at < now() - interval '30 days';
    end;

alter table job alter column waits_for drop not null, alter column waits_for type jsonb using words_as_fact(waits_for);
alter table job add constraint job_waits_for_format check (waits_for ? 'format');

alter table job_culprit alter column words type jsonb using words_as_fact(words);
alter table job_culprit add constraint job_culprit_words_format check (words ? 'format');

alter table electrical_check add column findings jsonb;
update electrical_check set findings = jsonb_build_object(
    'format', 1,
    'findings', (select coalesce(jsonb_agg(words_as_fact(line)), '[]')
                 from regexp_split_to_table(said, '\n') line where line <> ''));
alter table electrical_check drop column said, alter column findings set not null;
alter table electrical_check add constraint electrical_check_findings_format check (findings ? 'format');

-- Which step a part can have fallen out at, and which part: two things, not one text.
alter table hidden_part_answer add column step text not null default '', add column part text not null default '';
update hidden_part_answer set step = split_part(question, '|', 1), part = substr(question, length(split_part(question, '|', 1)) + 2);
alter table hidden_part_answer
    drop constraint hidden_part_answer_pkey, drop column question,
    alter column step drop default, alter column part drop default,
    add primary key (shop_id, job_id, step, part),
    add column note text not null default '';
update hidden_part_answer set
    note = case when answer in ('still in the machine', 'fell out, found', 'lost') then '' else answer end,
    answer = case answer when 'still in the machine' then 'stillIn' when 'lost' then 'lost' else 'found' end;
alter table hidden_part_answer add constraint hidden_part_answer_known check (answer in ('stillIn', 'found', 'lost'));
