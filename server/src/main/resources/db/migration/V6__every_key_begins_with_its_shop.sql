-- A row of a shop is only ever found within it: the shop comes first in every key, and PostgreSQL itself shows a
-- connection no other shop's rows than those of the one it says it works for.

-- The rows that others point at.
alter table person drop constraint person_pkey cascade, add primary key (shop_id, id);
alter table machine_model drop constraint machine_model_pkey cascade, add primary key (shop_id, id);
alter table job drop constraint job_pkey cascade, add primary key (shop_id, id);

alter table job add foreign key (shop_id, machine_model_id) references machine_model;
drop index job_model;
create index job_model on job (shop_id, machine_model_id);

-- Rows that a job has once, or once for each code.
alter table job_observation
    drop constraint job_observation_pkey, add primary key (shop_id, job_id, code),
    add foreign key (shop_id, job_id) references job;
alter table job_gear
    drop constraint job_gear_pkey, add primary key (shop_id, job_id),
    add foreign key (shop_id, job_id) references job;
alter table job_hazard
    drop constraint job_hazard_pkey, add primary key (shop_id, job_id, hazard),
    add foreign key (shop_id, job_id) references job;
alter table caution_tick
    drop constraint caution_tick_pkey, add primary key (shop_id, job_id, caution),
    add foreign key (shop_id, job_id) references job,
    add foreign key (shop_id, ticked_by) references person;
alter table job_culprit
    drop constraint job_culprit_pkey, add primary key (shop_id, job_id, fault),
    add foreign key (shop_id, job_id) references job,
    add foreign key (shop_id, stated_by) references person;
alter table hidden_part_answer
    drop constraint hidden_part_answer_pkey, add primary key (shop_id, job_id, question),
    add foreign key (shop_id, job_id) references job,
    add foreign key (shop_id, answered_by) references person;
alter table tooth_map
    drop constraint tooth_map_pkey, add primary key (shop_id, job_id),
    add foreign key (shop_id, job_id) references job,
    add foreign key (shop_id, changed_by) references person;

-- Rows that a job has many of.
alter table gear_reading
    drop constraint gear_reading_pkey, add primary key (shop_id, id),
    add foreign key (shop_id, job_id) references job,
    add foreign key (shop_id, read_by) references person;
drop index gear_reading_job;
create index gear_reading_job on gear_reading (shop_id, job_id, read_at, position);
alter table decision
    drop constraint decision_pkey, add primary key (shop_id, id),
    add foreign key (shop_id, job_id) references job,
    add foreign key (shop_id, decided_by) references person;
drop index decision_of_job;
create index decision_of_job on decision (shop_id, job_id, id);
alter table journal
    drop constraint journal_pkey, add primary key (shop_id, id),
    add foreign key (shop_id, job_id) references job,
    add foreign key (shop_id, person_id) references person;
drop index journal_of_job;
create index journal_of_job on journal (shop_id, job_id, id);
alter table electrical_check
    drop constraint electrical_check_pkey, add primary key (shop_id, id),
    add foreign key (shop_id, job_id) references job,
    add foreign key (shop_id, checked_by) references person;
drop index electrical_check_of_job;
create index electrical_check_of_job on electrical_check (shop_id, job_id, id);
alter table job_rhythm
    drop constraint job_rhythm_pkey, add primary key (shop_id, id),
    add foreign key (shop_id, job_id) references job,
    add foreign key (shop_id, tapped_by) references person;
drop index job_rhythm_of_job;
create index job_rhythm_of_job on job_rhythm (shop_id, job_id, id);
alter table teardown_step
    drop constraint teardown_step_pkey, drop constraint teardown_step_job_id_key_key,
    add primary key (shop_id, job_id, key),
    add foreign key (shop_id, job_id) references job,
    add foreign key (shop_id, done_by) references person;
drop index teardown_step_of_job;
create index teardown_step_of_job on teardown_step (shop_id, job_id, position, id);
alter table photo
    drop constraint photo_pkey, drop constraint photo_job_id_key_key,
    add primary key (shop_id, id), add unique (shop_id, job_id, key),
    add foreign key (shop_id, job_id) references job,
    add foreign key (shop_id, taken_by) references person;

-- The device book.
alter table machine_train
    drop constraint machine_train_pkey, add primary key (shop_id, machine_model_id),
    add foreign key (shop_id, machine_model_id) references machine_model,
    add foreign key (shop_id, saved_by) references person;
alter table way_in
    drop constraint way_in_pkey, add primary key (shop_id, machine_model_id),
    add foreign key (shop_id, machine_model_id) references machine_model,
    add foreign key (shop_id, from_job_id) references job,
    add foreign key (shop_id, saved_by) references person;

-- The shop's own.
alter table seller
    drop constraint seller_pkey, drop constraint seller_shop_id_code_key, add primary key (shop_id, code), drop column id;
alter table serial_rule
    drop constraint serial_rule_pkey, add primary key (shop_id, id),
    add foreign key (shop_id, entered_by) references person;

-- The shop that this connection works for; none sees nothing.
create function shop_here() returns bigint stable parallel safe language sql
    return nullif(current_setting('gewerk.shop', true), '')::bigint;

alter table shop enable row level security;
create policy own on shop using (id = shop_here());

do $$
declare
    name text;
begin
    for name in select c.table_name from information_schema.columns c
        where c.table_schema = current_schema() and c.column_name = 'shop_id'
    loop
        execute format('alter table %I enable row level security', name);
        execute format('create policy own on %I using (shop_id = shop_here())', name);
    end loop;
end $$;

-- What must be known before a shop is. They run as the owner of the tables, whom no policy binds.
create function shops_here() returns setof bigint stable security definer set search_path from current language sql
    begin atomic
        select id from shop order by id limit 2;
    end;

create function open_shop(name text, currency text, time_zone text) returns bigint
    volatile security definer set search_path from current language sql
    begin atomic
        insert into shop (name, currency, time_zone) values (name, currency, time_zone) returning id;
    end;

-- Whoever searches names the shop; within a policy PostgreSQL would not use the index of words.
create function jobs_with_words(shop bigint, patterns text[], before bigint, most integer) returns setof bigint
    stable security definer set search_path from current language sql
    begin atomic
        select id from job
        where shop_id = shop and find_text like all (patterns) and (before is null or id < before)
        order by id desc
        limit most;
    end;
