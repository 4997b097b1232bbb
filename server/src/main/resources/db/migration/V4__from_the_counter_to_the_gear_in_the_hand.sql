-- Take in, make safe, listen, open, look at full depth.

-- Take in
alter table job
    add column plate text not null default '',
    add column history text not null default '',
    add column earlier_repairs text not null default '',
    add column arrived_like text not null default '',
    add column would_spend numeric(12, 2),
    add column bench_minutes integer check (bench_minutes between 0 and 100000),
    add column owner_word text not null default '',
    add column owner_limit numeric(12, 2),
    add column owner_word_at timestamptz,
    add column opened text[] not null default '{}',
    add column about_to text[] not null default '{}';

alter table shop
    add column hourly_rate numeric(12, 2) not null default 48,
    add column easy_share double precision not null default 0.1,
    add column ask_share double precision not null default 0.5,
    add column version integer not null default 1;

create table serial_rule (
    id bigint generated always as identity primary key,
    shop_id bigint not null references shop,
    maker text not null,
    pattern text not null,
    years_from integer not null,
    entered_by bigint not null references person,
    entered_at timestamptz not null,
    unique (shop_id, maker, pattern)
);

-- Hazards are the machine's; a caution is a hazard met by something about to be done, ticked once.
create table job_hazard (
    job_id bigint not null references job,
    shop_id bigint not null references shop,
    hazard text not null,
    primary key (job_id, hazard)
);
insert into job_hazard (job_id, shop_id, hazard) select job_id, shop_id, hazard from job_caution;

create table caution_tick (
    job_id bigint not null references job,
    shop_id bigint not null references shop,
    caution text not null,
    ticked_by bigint not null references person,
    ticked_at timestamptz not null,
    primary key (job_id, caution)
);
insert into caution_tick (job_id, shop_id, caution, ticked_by, ticked_at)
select job_id, shop_id, hazard || '/open', ticked_by, ticked_at from job_caution where ticked_by is not null;
drop table job_caution;

create table electrical_check (
    id bigint generated always as identity primary key,
    job_id bigint not null references job,
    shop_id bigint not null references shop,
    protection text not null,
    cord_sound boolean not null,
    plug_sound boolean not null,
    earth_pin_sound boolean not null,
    cord_length_m double precision,
    earth_ohm double precision,
    insulation_megohm double precision,
    instrument text not null,
    safe_to_power boolean not null,
    said text not null,
    checked_by bigint not null references person,
    checked_at timestamptz not null
);
create index electrical_check_of_job on electrical_check (job_id, id);

-- Listen
create table job_culprit (
    job_id bigint not null references job,
    shop_id bigint not null references shop,
    fault text not null,
    words text not null,
    why text not null,
    stated_by bigint not null references person,
    stated_at timestamptz not null,
    primary key (job_id, fault)
);

create table machine_train (
    machine_model_id bigint primary key references machine_model,
    shop_id bigint not null references shop,
    machine jsonb not null,
    version integer not null default 1,
    saved_by bigint not null references person,
    saved_at timestamptz not null
);

create table job_rhythm (
    id bigint generated always as identity primary key,
    job_id bigint not null references job,
    shop_id bigint not null references shop,
    what text not null,
    tap_ms double precision[] not null,
    skips integer,
    output_turns double precision,
    tapped_by bigint not null references person,
    tapped_at timestamptz not null
);
create index job_rhythm_of_job on job_rhythm (job_id, id);

-- Open
create table teardown_step (
    id bigint generated always as identity primary key,
    job_id bigint not null references job,
    shop_id bigint not null references shop,
    key text not null check (length(key) between 8 and 100),
    position double precision not null,
    step jsonb not null,
    version integer not null default 1,
    done_by bigint not null references person,
    done_at timestamptz not null,
    unique (job_id, key)
);
create index teardown_step_of_job on teardown_step (job_id, position, id);

create table hidden_part_answer (
    job_id bigint not null references job,
    shop_id bigint not null references shop,
    question text not null,
    answer text not null,
    answered_by bigint not null references person,
    answered_at timestamptz not null,
    primary key (job_id, question)
);

create table way_in (
    machine_model_id bigint primary key references machine_model,
    shop_id bigint not null references shop,
    steps jsonb not null,
    from_job_id bigint references job,
    version integer not null default 1,
    saved_by bigint not null references person,
    saved_at timestamptz not null
);

create table photo (
    id bigint generated always as identity primary key,
    job_id bigint not null references job,
    shop_id bigint not null references shop,
    key text not null check (length(key) between 8 and 100),
    step text not null,
    teardown_key text not null default '',
    name text not null,
    width integer not null,
    height integer not null,
    image bytea not null,
    thumbnail bytea not null,
    marks jsonb not null default '[]',
    version integer not null default 1,
    taken_by bigint not null references person,
    taken_at timestamptz not null,
    unique (job_id, key)
);
-- They are compressed already.
alter table photo alter column image set storage external;
alter table photo alter column thumbnail set storage external;

-- Look
create table tooth_map (
    job_id bigint primary key references job,
    shop_id bigint not null references shop,
    map jsonb not null,
    version integer not null default 1,
    changed_by bigint not null references person,
    changed_at timestamptz not null
);
