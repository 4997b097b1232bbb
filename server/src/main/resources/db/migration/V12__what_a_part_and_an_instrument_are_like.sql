-- Polyamide takes up water and grows; an instrument may show something with its jaws closed.
alter table job_gear add column swollen boolean not null default false;
alter table job_gear alter column swollen drop default;
comment on column job_gear.swollen is 'of polyamide that may have taken up water from the air: ticked';

alter table gear_reading
    add column zero_error double precision not null default 0 check (abs(zero_error) <= 5);
alter table gear_reading alter column zero_error drop default;
comment on column gear_reading.zero_error is
    'what the instrument shows where it should show nothing, in the unit of values_read, which hold the readings without it';
