-- Gears of every kind; the mate; readings of several people side by side, none overwritten.
alter table job_gear
    add column kind text not null default 'external',
    add column mate_kind text not null default 'external',
    add column mate_tooth_count_typed text not null default '',
    add column mate_worn boolean not null default false,
    add column angle_deg double precision not null default 0,
    add column hand text not null default '',
    add column taken_kind text not null default 'external',
    add column taken_hand text not null default '';

alter table gear_reading
    drop constraint gear_reading_pkey,
    add column id bigint generated always as identity primary key,
    add column of_mate boolean not null default false,
    add column pitches integer,
    add column unit text not null default 'mm',
    add column left_out boolean not null default false;
create index gear_reading_job on gear_reading (job_id, read_at, position);
