-- What the shop has, what sellers list, and what parts are called.

-- A part by its maker's number. The key is the number without blanks, dashes and case, by which it is found.
create table part_number (
    shop_id bigint not null references shop,
    key text not null check (key ~ '^[0-9A-Z]{1,40}$'),
    number text not null,
    name text not null,
    -- what is sold in its place
    superseded_by text,
    superseded_on date,
    version integer not null default 1,
    primary key (shop_id, key),
    foreign key (shop_id, superseded_by) references part_number deferrable initially deferred,
    check (superseded_by <> key),
    check (superseded_on is null or superseded_by is not null)
);
create index part_number_of_newer on part_number (shop_id, superseded_by) where superseded_by is not null;

-- Where in a machine it sits, by the position in the maker's exploded view.
create table part_place (
    shop_id bigint not null references shop,
    key text not null,
    model_id bigint not null,
    position text not null,
    primary key (shop_id, key, model_id, position),
    foreign key (shop_id, key) references part_number,
    foreign key (shop_id, model_id) references machine_model
);
create index part_place_of_model on part_place (shop_id, model_id);

-- What else must be bought with it.
create table part_companion (
    shop_id bigint not null references shop,
    key text not null,
    position integer not null,
    pieces integer not null check (pieces between 1 and 1000),
    name text not null,
    number text,
    primary key (shop_id, key, position),
    foreign key (shop_id, key) references part_number
);

-- Parts that are taken for one another; how to tell this one from the other is said at each.
create table part_lookalike (
    shop_id bigint not null references shop,
    key text not null,
    other text not null,
    tell text not null,
    primary key (shop_id, key, other),
    foreign key (shop_id, key) references part_number,
    foreign key (shop_id, other) references part_number,
    check (other <> key)
);

-- A thing on a shelf.
create table stock_item (
    shop_id bigint not null references shop,
    id bigint generated always as identity,
    kind text not null check (kind in ('gear', 'kit', 'assembly', 'part', 'grease', 'glue', 'bar', 'screw')),
    name text not null,
    part_number text not null,
    pitch_system text check (pitch_system in ('module', 'diametralPitch', 'circularPitch')),
    pitch double precision,
    tooth_count integer,
    pressure_angle_deg double precision,
    stub boolean,
    bore_mm double precision,
    face_width_mm double precision,
    material text,
    place text not null,
    pieces integer not null check (pieces >= 0),
    least integer not null check (least >= 0),
    paid numeric(12, 2) check (paid >= 0),
    currency char(3),
    version integer not null default 1,
    primary key (shop_id, id),
    check (paid is null or currency is not null),
    check (num_nonnulls(pitch_system, pitch, tooth_count, pressure_angle_deg, stub, bore_mm, face_width_mm, material) in (0, 8)),
    check (kind <> 'gear' or pitch is not null)
);
create index stock_item_teeth on stock_item (shop_id, tooth_count) where tooth_count is not null;

-- How the pieces became what they are. Only added to.
create table stock_move (
    shop_id bigint not null references shop,
    id bigint generated always as identity,
    item_id bigint not null,
    pieces integer not null,
    why text not null check (why in ('first', 'taken', 'putBack', 'counted', 'came')),
    job_id bigint,
    moved_by bigint not null,
    moved_at timestamptz not null,
    primary key (shop_id, id),
    foreign key (shop_id, item_id) references stock_item,
    foreign key (shop_id, job_id) references job,
    foreign key (shop_id, moved_by) references person
);
create index stock_move_of_item on stock_move (shop_id, item_id, id);
create index stock_move_of_job on stock_move (shop_id, job_id) where job_id is not null;

-- A scrapped machine kept for its parts.
create table donor (
    shop_id bigint not null references shop,
    id bigint generated always as identity,
    model_id bigint not null,
    made integer check (made between 1900 and 2200),
    place text not null,
    remark text not null,
    gone boolean not null default false,
    version integer not null default 1,
    primary key (shop_id, id),
    foreign key (shop_id, model_id) references machine_model
);
create index donor_of_model on donor (shop_id, model_id) where not gone;

-- What is no longer on it, or no good. The part is one of its train, by its code.
create table donor_part_gone (
    shop_id bigint not null references shop,
    donor_id bigint not null,
    part text not null,
    broken boolean not null,
    job_id bigint,
    taken_by bigint not null,
    taken_at timestamptz not null,
    primary key (shop_id, donor_id, part),
    foreign key (shop_id, donor_id) references donor,
    foreign key (shop_id, job_id) references job,
    foreign key (shop_id, taken_by) references person
);

-- What a seller asks, as it last said or as somebody typed it, and how its list names its columns. One without an
-- address is known by its list alone.
alter table seller
    add column terms jsonb check (terms ? 'format'),
    add column list_columns jsonb check (list_columns ? 'format');

-- What sellers list, as last read from them.
create table listed_item (
    shop_id bigint not null references shop,
    seller text not null,
    item_number text not null,
    kind text not null check (kind in ('gear', 'kit', 'assembly', 'part', 'grease', 'glue', 'bar', 'screw')),
    name text not null,
    part_number text not null,
    -- the same as it is found
    part_key text,
    pitch_system text check (pitch_system in ('module', 'diametralPitch', 'circularPitch')),
    pitch double precision,
    module double precision,
    tooth_count integer,
    pressure_angle_deg double precision,
    stub boolean,
    bore_mm double precision,
    face_width_mm double precision,
    material text,
    pack_size integer not null check (pack_size > 0),
    pack_price numeric(12, 2) not null check (pack_price >= 0),
    currency char(3) not null,
    stock integer not null check (stock >= 0),
    dispatch_days integer not null check (dispatch_days >= 0),
    -- of the seller's lists, the one in which it stood
    list_number integer not null,
    primary key (shop_id, seller, item_number),
    foreign key (shop_id, seller) references seller,
    check (num_nonnulls(pitch_system, pitch, module, tooth_count, pressure_angle_deg, stub, bore_mm, face_width_mm, material) in (0, 9)),
    check (kind <> 'gear' or pitch is not null)
);
create index listed_item_teeth on listed_item (shop_id, tooth_count, module) where tooth_count is not null;
create index listed_item_key on listed_item (shop_id, part_key) where part_key is not null;
create index listed_item_name on listed_item using gin (lower(name) gin_trgm_ops);
create index listed_item_number on listed_item (shop_id, lower(item_number));

-- Items whose names hold all of some patterns. Behind row-level security like is not asked of an index.
create function listed_with_words(shop bigint, patterns text[], most integer)
    returns table (of_seller text, of_item text) stable security definer set search_path from current language plpgsql as $$
begin
    return query execute
        'select seller, item_number from listed_item where shop_id = $1'
        || (select coalesce(string_agg(format(' and lower(name) like %L', pattern), ''), '')
            from unnest(patterns) as given (pattern))
        || ' order by pack_price, seller, item_number limit $2'
        using shop, most;
end $$;

-- What it has cost: a line where the price changed.
create table listed_price (
    shop_id bigint not null references shop,
    seller text not null,
    item_number text not null,
    seen_on date not null,
    pack_price numeric(12, 2) not null,
    pack_size integer not null,
    currency char(3) not null,
    primary key (shop_id, seller, item_number, seen_on),
    foreign key (shop_id, seller) references seller
);

-- How the last list of a seller was read, or how far that is.
create table list_reading (
    shop_id bigint not null references shop,
    seller text not null,
    list_number integer not null,
    lines integer not null,
    refused integer not null,
    state text not null check (state in ('reading', 'done', 'failed')),
    began_at timestamptz not null,
    primary key (shop_id, seller),
    foreign key (shop_id, seller) references seller
);

-- A line of an order is for a job or for the shelf.
alter table purchase_order_line
    alter column job_id drop not null,
    add column stock_item_id bigint,
    -- of a pack, in the seller's currency, as whoever ordered it saw it
    add column seen_price numeric(12, 2) check (seen_price >= 0),
    add foreign key (shop_id, stock_item_id) references stock_item,
    add check (num_nonnulls(job_id, stock_item_id) = 1);
create index purchase_order_line_of_item on purchase_order_line (shop_id, stock_item_id) where stock_item_id is not null;

-- How a printer and a material of the shop make things come out: what was measured of test pieces and of gears.
create table printer (
    shop_id bigint not null references shop,
    id bigint generated always as identity,
    name text not null,
    material text not null,
    primary key (shop_id, id)
);
create unique index printer_called on printer (shop_id, lower(name), lower(material));

create table printer_size (
    shop_id bigint not null references shop,
    id bigint generated always as identity,
    printer_id bigint not null,
    kind text not null check (kind in ('outside', 'bore', 'firstLayers')),
    drawn_mm double precision not null check (drawn_mm > 0),
    came_mm double precision not null check (came_mm > 0),
    measured_by bigint not null,
    measured_at timestamptz not null,
    primary key (shop_id, id),
    foreign key (shop_id, printer_id) references printer on delete cascade,
    foreign key (shop_id, measured_by) references person
);
create index printer_size_of on printer_size (shop_id, printer_id, id);

do $$
declare t text;
begin
    foreach t in array array['part_number', 'part_place', 'part_companion', 'part_lookalike', 'stock_item', 'stock_move',
                             'donor', 'donor_part_gone', 'listed_item', 'listed_price', 'list_reading',
                             'printer', 'printer_size'] loop
        execute format('alter table %I enable row level security', t);
        execute format('create policy own on %I using (shop_id = shop_here())', t);
    end loop;
end $$;
