-- An order is a thing of its own: written down in the transaction of the decision, sent to the seller afterwards by
-- whichever process is free, under a key by which the seller knows it, until the seller has said yes or no.
create table purchase_order (
    shop_id bigint not null references shop,
    id bigint generated always as identity,
    job_id bigint not null,
    seller text not null,
    key text not null check (length(key) between 8 and 100),
    state text not null check (state in ('waiting', 'ordered', 'refused', 'withdrawn')),
    asked_by bigint not null,
    asked_at timestamptz not null,
    tries integer not null default 0,
    next_try timestamptz not null,
    seller_name text not null default '',
    order_number text,
    currency char(3),
    total numeric(12, 2),
    arrives_on date,
    refusal jsonb check (refusal ? 'format'),
    settled_at timestamptz,
    primary key (shop_id, id),
    unique (shop_id, key),
    foreign key (shop_id, job_id) references job,
    foreign key (shop_id, asked_by) references person,
    check ((state = 'ordered') = (order_number is not null)),
    check (total is null or currency is not null)
);
create index purchase_order_of_job on purchase_order (shop_id, job_id, id);
create index purchase_order_waiting on purchase_order (next_try) where state = 'waiting';
-- One order for a job at a time.
create unique index purchase_order_one_waiting on purchase_order (shop_id, job_id) where state = 'waiting';

create table purchase_order_line (
    shop_id bigint not null references shop,
    order_id bigint not null,
    position integer not null,
    item_number text not null,
    pieces integer not null check (pieces > 0),
    packs integer,
    pack_size integer,
    tooth_count integer,
    material text not null default '',
    primary key (shop_id, order_id, position),
    foreign key (shop_id, order_id) references purchase_order
);

alter table purchase_order enable row level security;
create policy own on purchase_order using (shop_id = shop_here());
alter table purchase_order_line enable row level security;
create policy own on purchase_order_line using (shop_id = shop_here());

alter table decision add column order_id bigint, add foreign key (shop_id, order_id) references purchase_order;

-- Orders made before, one for each decision that bought. Their sellers were kept by name.
insert into purchase_order (shop_id, job_id, seller, key, state, asked_by, asked_at, next_try, seller_name, order_number,
                            currency, total, arrives_on, settled_at)
    select shop_id, job_id, seller, 'decision-' || lpad(id::text, 8, '0'), 'ordered', decided_by, decided_at, decided_at,
           seller, order_number, currency, total, arrives_on, decided_at
    from decision where order_number is not null
    order by id;
update decision d set order_id = o.id
    from purchase_order o
    where o.shop_id = d.shop_id and o.key = 'decision-' || lpad(d.id::text, 8, '0');
insert into purchase_order_line (shop_id, order_id, position, item_number, pieces, packs, pack_size, tooth_count, material)
    select d.shop_id, d.order_id, 0, coalesce(d.item_number, ''), greatest(coalesce(d.pieces, 1), 1),
           words[1]::integer, words[2]::integer, words[3]::integer, coalesce(words[4], '')
    from decision d
    left join lateral regexp_match(d.item_words, '^(\d+) × (\d+) pcs .* \((\d+) teeth, (.*)\)$') words on true
    where d.order_id is not null;

alter table decision
    drop column seller, drop column item_number, drop column item_words, drop column pieces, drop column order_number,
    drop column currency, drop column total, drop column arrives_on;
alter table job drop column ordering_key, drop column ordering_until;

-- The next order to be sent, of any shop; it is nobody else's until the time given. Who comes at the same moment takes the
-- next one.
create function claim_order(until timestamptz) returns table (shop bigint, order_id bigint)
    volatile security definer set search_path from current language sql
    begin atomic
        update purchase_order o set next_try = until, tries = o.tries + 1
        from (select p.shop_id, p.id from purchase_order p
              where p.state = 'waiting' and p.next_try <= now()
              order by p.next_try limit 1 for update skip locked) due
        where o.shop_id = due.shop_id and o.id = due.id
        returning o.shop_id, o.id;
    end;
