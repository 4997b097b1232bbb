-- What has to be known around a gear to weigh the ways of mending it, as far as somebody has said it.
create table job_circumstances (
    shop_id bigint not null references shop,
    job_id bigint not null,
    wish text not null check (wish in ('cheap', 'quick', 'lasting', 'quiet', 'asItWas')),
    facts jsonb not null constraint job_circumstances_format check (facts ? 'format'),
    version integer not null default 1,
    changed_by bigint not null,
    changed_at timestamptz not null,
    primary key (shop_id, job_id),
    foreign key (shop_id, job_id) references job,
    foreign key (shop_id, changed_by) references person
);
alter table job_circumstances enable row level security;
create policy own on job_circumstances using (shop_id = shop_here());

-- What was computed when it was decided: what was best for which wish, and what the way decided on came to.
alter table decision add column computed jsonb constraint decision_computed_format check (computed ? 'format');

do $$
declare
    old text;
begin
    select conname into strict old from pg_constraint
    where conrelid = 'decision'::regclass and contype = 'c' and pg_get_constraintdef(oid) like '%freshTeeth%';
    execute format('alter table decision drop constraint %I', old);
end $$;
alter table decision add constraint decision_way check (way in ('glue', 'freshTeeth', 'donor', 'buy', 'original', 'substitute',
    'print', 'cast', 'metal', 'assembly', 'askOwner', 'decline'));
