-- Times that run for a tray, whoever looks: a mould that becomes firm, a cast that becomes strong.
create table tray_timer (
    shop_id bigint not null references shop,
    job_id bigint not null,
    number integer not null check (number > 0),
    kind text not null check (kind in ('mouldFirm', 'castFirm', 'castStrong')),
    minutes double precision not null check (minutes > 0),
    began_at timestamptz not null,
    ends_at timestamptz not null check (ends_at > began_at),
    ended_at timestamptz,
    primary key (shop_id, job_id, number),
    foreign key (shop_id, job_id) references job
);
create index tray_timer_running on tray_timer (shop_id, ends_at) where ended_at is null;
alter table tray_timer enable row level security;
create policy own on tray_timer using (shop_id = shop_here());
