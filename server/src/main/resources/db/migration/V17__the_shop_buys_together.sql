-- What a job needs and nobody has ordered yet; orders are planned over all of them. What it is, is the gear taken in the job.
create table need (
    shop_id bigint not null references shop,
    id bigint generated always as identity,
    job_id bigint not null,
    pieces integer not null check (pieces between 1 and 10000),
    latest date,
    may_split boolean not null,
    -- in what the gear may differ from the one wanted
    accepts text[] not null,
    state text not null check (state in ('open', 'ordered', 'here', 'dropped')),
    asked_by bigint not null,
    asked_at timestamptz not null,
    version integer not null default 1,
    primary key (shop_id, id),
    foreign key (shop_id, job_id) references job,
    foreign key (shop_id, asked_by) references person
);
-- One at a time for a job.
create unique index need_of_job on need (shop_id, job_id) where state in ('open', 'ordered');
create index need_open on need (shop_id, id) where state = 'open';

-- What somebody has said of a way to fill it: from there and nowhere else, or not from there.
create table need_word (
    shop_id bigint not null references shop,
    need_id bigint not null,
    seller text not null,
    item_number text not null,
    held boolean not null,
    said_by bigint not null,
    said_at timestamptz not null,
    primary key (shop_id, need_id, seller, item_number),
    foreign key (shop_id, need_id) references need,
    foreign key (shop_id, said_by) references person
);
-- From one place only.
create unique index need_held on need_word (shop_id, need_id) where held;

alter table need enable row level security;
create policy own on need using (shop_id = shop_here());
alter table need_word enable row level security;
create policy own on need_word using (shop_id = shop_here());

-- An order may be for several jobs: each of its lines says for which.
alter table purchase_order alter column job_id drop not null;
alter table purchase_order_line
    add column job_id bigint,
    add column need_id bigint,
    -- of the parcel's landed total, by the value of the goods
    add column share numeric(12, 2),
    add column outcome text not null default 'coming'
        check (outcome in ('coming', 'partly', 'here', 'wrong', 'returned', 'refunded')),
    add column came integer not null default 0 check (came >= 0),
    add foreign key (shop_id, job_id) references job,
    add foreign key (shop_id, need_id) references need;
update purchase_order_line l
    set job_id = o.job_id, share = o.total
    from purchase_order o
    where o.shop_id = l.shop_id and o.id = l.order_id;
-- What was ordered for jobs that have been put away has come.
update purchase_order_line l
    set outcome = 'here', came = l.pieces
    from purchase_order o, job j
    where o.shop_id = l.shop_id and o.id = l.order_id and o.state = 'ordered'
      and j.shop_id = l.shop_id and j.id = l.job_id and j.place in ('onTheBench', 'toProve', 'readyToGo', 'putAway');
alter table purchase_order_line alter column job_id set not null;
create index purchase_order_line_of_job on purchase_order_line (shop_id, job_id, order_id);
create index purchase_order_line_open on purchase_order_line (shop_id, order_id)
    where outcome in ('coming', 'partly', 'wrong', 'returned');
create index purchase_order_by_day on purchase_order (shop_id, asked_at);
