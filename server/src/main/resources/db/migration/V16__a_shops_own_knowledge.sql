-- What a shop put in place of values that Gewerk ships with, row by row. Only added to: the newest of a row holds, one
-- without cells is as it was shipped again.
create table knowledge_change (
    shop_id bigint not null references shop,
    file text not null,
    row_key text not null,
    version integer not null check (version > 0),
    cells jsonb not null constraint knowledge_change_format check (cells ? 'format'),
    why text not null,
    changed_by bigint not null,
    changed_at timestamptz not null,
    primary key (shop_id, file, row_key, version),
    foreign key (shop_id, changed_by) references person
);
alter table knowledge_change enable row level security;
create policy own on knowledge_change using (shop_id = shop_here());
