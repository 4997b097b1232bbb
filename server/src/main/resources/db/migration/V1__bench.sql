-- The bench: who works here, machines, jobs and everything that happens to them.
-- Lengths in mm, money with its currency, every job-side row carries its shop.

create extension if not exists pg_trgm;

create table shop (
    id bigint generated always as identity primary key,
    name text not null,
    currency char(3) not null,
    time_zone text not null
);

create table person (
    id bigint generated always as identity primary key,
    shop_id bigint not null references shop,
    name text not null check (length(name) between 1 and 60)
);
create unique index person_name on person (shop_id, lower(name));

create table machine_model (
    id bigint generated always as identity primary key,
    shop_id bigint not null references shop,
    kind text not null,
    maker text not null,
    name text not null,
    version integer not null default 1
);
create unique index machine_model_name on machine_model (shop_id, lower(maker), lower(name));
create index machine_model_find on machine_model using gin ((maker || ' ' || name) gin_trgm_ops);

create table job (
    id bigint generated always as identity primary key,
    shop_id bigint not null references shop,
    tray_number integer not null check (tray_number > 0),
    machine_model_id bigint not null references machine_model,
    serial text not null,
    era text not null,
    owner_name text not null,
    owner_phone text not null,
    complaint text not null check (length(complaint) <= 200000),
    came_with text not null,
    new_price numeric(12, 2),
    promised_on date,
    place text not null,
    waits_for text not null,
    steps_done text[] not null default '{}',
    find_text text not null,
    version integer not null default 1,
    listen_version integer not null default 1,
    gear_version integer not null default 1,
    taken_in_at timestamptz not null,
    moved_at timestamptz not null
);
create unique index job_tray on job (shop_id, tray_number) where place <> 'putAway';
create index job_rack on job (shop_id, place, moved_at desc, id desc);
create index job_find on job using gin (find_text gin_trgm_ops);
create index job_model on job (machine_model_id);

create table job_caution (
    job_id bigint not null references job,
    shop_id bigint not null references shop,
    hazard text not null,
    ticked_by bigint references person,
    ticked_at timestamptz,
    primary key (job_id, hazard)
);

create table job_observation (
    job_id bigint not null references job,
    shop_id bigint not null references shop,
    code text not null,
    answer text not null,
    primary key (job_id, code)
);

create table job_gear (
    job_id bigint primary key references job,
    shop_id bigint not null references shop,
    name text not null,
    tooth_count_typed text not null,
    worn boolean not null,
    bore_typed text not null,
    face_width_typed text not null,
    identified boolean not null default false,
    pitch_system text,
    pitch_value double precision,
    module_mm double precision,
    tooth_count integer,
    pressure_angle_deg double precision,
    addendum_coefficient double precision,
    clearance_coefficient double precision,
    profile_shift_coefficient double precision,
    probability double precision,
    taken_reason text
);

create table gear_reading (
    job_id bigint not null references job,
    shop_id bigint not null references shop,
    position integer not null,
    what text not null,
    over_teeth integer,
    pin_diameter_mm double precision,
    mate_tooth_count integer,
    instrument text not null,
    typed text not null,
    values_mm double precision[] not null,
    read_by bigint not null references person,
    read_at timestamptz not null,
    primary key (job_id, position)
);

create table decision (
    id bigint generated always as identity primary key,
    job_id bigint not null references job,
    shop_id bigint not null references shop,
    way text not null,
    reason text not null,
    seller text,
    item_number text,
    item_words text,
    pieces integer,
    order_number text,
    currency char(3),
    total numeric(12, 2),
    arrives_on date,
    decided_by bigint not null references person,
    decided_at timestamptz not null
);
create index decision_of_job on decision (job_id, id);

create table journal (
    id bigint generated always as identity primary key,
    job_id bigint not null references job,
    shop_id bigint not null references shop,
    at timestamptz not null,
    person_id bigint not null references person,
    step text not null,
    what text not null,
    why text not null,
    before jsonb,
    after jsonb
);
create index journal_of_job on journal (job_id, id);

create table seller (
    id bigint generated always as identity primary key,
    shop_id bigint not null references shop,
    code text not null,
    base_url text not null,
    unique (shop_id, code)
);

create table exchange_rate (
    shop_id bigint not null references shop,
    currency char(3) not null,
    rate numeric(14, 6) not null check (rate > 0),
    as_of date not null,
    primary key (shop_id, currency)
);

create table import_rule (
    shop_id bigint not null references shop,
    zone text not null,
    duty_percent numeric(6, 2) not null,
    duty_free_up_to numeric(12, 2) not null,
    tax_percent numeric(6, 2) not null,
    tax_free_up_to numeric(12, 2) not null,
    handling_fee numeric(12, 2) not null,
    primary key (shop_id, zone)
);

-- A save that is sent again after a lost answer finds here what the first one made.
create table saved_once (
    shop_id bigint not null references shop,
    key text not null check (length(key) between 8 and 100),
    result_id bigint,
    at timestamptz not null,
    primary key (shop_id, key)
);
