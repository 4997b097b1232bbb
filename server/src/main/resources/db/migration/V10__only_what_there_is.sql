-- What can be kept is what there is: words of a column come from a list, measured values stand in the unit that their
-- column of units names, amounts of money have their currency, no fact is invented by a default. All bytes lie in one
-- place.

-- Readings -------------------------------------------------------------------------------------------------------------
alter table gear_reading rename column values_mm to values_read;
update gear_reading set unit = 'deg' where what in ('helixAngle', 'leadAngle', 'coneAngle');
comment on column gear_reading.values_read is 'as understood: lengths in mm, angles in degrees';
comment on column gear_reading.unit is 'of numbers typed without one';
alter table gear_reading
    alter column unit drop default,
    alter column of_mate drop default,
    add check (what in ('tipDiameter', 'rootDiameter', 'span', 'overPins', 'centreDistance', 'chordOverTips', 'pitchesAlong',
                        'toothHeight', 'helixAngle', 'leadAngle', 'coneAngle')),
    add check (case when what in ('helixAngle', 'leadAngle', 'coneAngle') then unit = 'deg' else unit in ('mm', 'in') end),
    add check (instrument in ('caliper', 'micrometer', 'steelRule', 'protractor', 'fromMemory'));

alter table job_gear
    alter column kind drop default,
    alter column mate_kind drop default,
    alter column mate_worn drop default,
    alter column mate_tooth_count_typed drop default,
    alter column hand drop default,
    add check (kind in ('external', 'internal', 'rack', 'worm', 'bevel')),
    add check (mate_kind in ('external', 'internal', 'rack', 'worm', 'bevel')),
    add check (hand in ('', 'left', 'right')),
    add check (pitch_system in ('module', 'diametralPitch', 'circularPitch'));
-- A gear that nobody has named yet has no kind, angle and hand taken.
alter table job_gear
    alter column taken_kind drop not null, alter column taken_kind drop default,
    alter column taken_hand drop not null, alter column taken_hand drop default,
    alter column angle_deg drop not null, alter column angle_deg drop default;
update job_gear set taken_kind = null, taken_hand = null, angle_deg = null where not identified;
alter table job_gear
    add check (taken_kind in ('external', 'internal', 'rack', 'worm', 'bevel')),
    add check (taken_hand in ('', 'left', 'right')),
    add check (not identified or num_nulls(taken_kind, taken_hand, angle_deg, pitch_system, pitch_value, module_mm,
                                           tooth_count, pressure_angle_deg) = 0);

-- Jobs -----------------------------------------------------------------------------------------------------------------
alter table job
    add check (place in ('onTheBench', 'waitingForGear', 'waitingForAnswer', 'toProve', 'readyToGo', 'putAway')),
    add check (steps_done <@ array ['takeIn', 'listen', 'open', 'look', 'read', 'choose', 'get', 'closeUp', 'prove', 'handBack']),
    add check (about_to <@ array ['start', 'power', 'open', 'clean', 'make', 'close', 'run', 'return', 'heat', 'solvent', 'glue',
                                  'press', 'cut']),
    add check (owner_word in ('', 'asked', 'agreed', 'declined')),
    add column currency char(3);
update job set currency = shop.currency from shop where shop.id = job.shop_id;
alter table job
    alter column currency set not null,
    alter column plate drop default,
    alter column history drop default,
    alter column earlier_repairs drop default,
    alter column arrived_like drop default;
comment on column job.currency is 'of its prices and of the owner''s limit';

alter table decision
    add check (way in ('glue', 'freshTeeth', 'donor', 'buy', 'original', 'print', 'cast', 'askOwner', 'decline'));
alter table job_observation add check (answer in ('seen', 'notSeen', 'cannot', 'notTried'));
alter table electrical_check add check (protection in ('earthed', 'doubleInsulated', 'lowVoltage'));
alter table journal
    add check (step in ('takeIn', 'listen', 'open', 'look', 'read', 'choose', 'get', 'closeUp', 'prove', 'handBack'));
alter table exchange_rate add check (currency ~ '^[A-Z]{3}$');
alter table shop add check (currency ~ '^[A-Z]{3}$');

-- Bytes ----------------------------------------------------------------------------------------------------------------
create table attachment (
    shop_id bigint not null references shop,
    id bigint generated always as identity,
    job_id bigint,
    kind text not null check (kind in ('photo', 'thumbnail')),
    media_type text not null,
    size bigint not null check (size >= 0),
    sha256 bytea not null check (length(sha256) = 32),
    kept_at timestamptz not null,
    primary key (shop_id, id),
    foreign key (shop_id, job_id) references job
);
create index attachment_of_job on attachment (shop_id, job_id);

-- In pieces, so that nobody has to hold a whole file in memory, nor a connection while a slow reader takes it.
create table attachment_piece (
    shop_id bigint not null references shop,
    attachment_id bigint not null,
    position integer not null check (position >= 0),
    bytes bytea not null,
    primary key (shop_id, attachment_id, position),
    foreign key (shop_id, attachment_id) references attachment on delete cascade
);
-- Pictures are packed already.
alter table attachment_piece alter column bytes set storage external;

alter table attachment add column of_photo bigint;
insert into attachment (shop_id, job_id, kind, media_type, size, sha256, kept_at, of_photo)
    select shop_id, job_id, 'photo', 'image/jpeg', length(image), sha256(image), taken_at, id from photo order by id;
insert into attachment (shop_id, job_id, kind, media_type, size, sha256, kept_at, of_photo)
    select shop_id, job_id, 'thumbnail', 'image/jpeg', length(thumbnail), sha256(thumbnail), taken_at, id
    from photo order by id;
insert into attachment_piece (shop_id, attachment_id, position, bytes)
    select a.shop_id, a.id, n, substring(w.whole from n * 262144 + 1 for 262144)
    from attachment a
    join photo p on p.shop_id = a.shop_id and p.id = a.of_photo
    cross join lateral (select case a.kind when 'photo' then p.image else p.thumbnail end as whole) w
    cross join lateral generate_series(0, (greatest(length(w.whole), 1) - 1) / 262144) n;

alter table photo add column image_id bigint, add column thumbnail_id bigint;
update photo p set image_id = a.id
    from attachment a where a.shop_id = p.shop_id and a.of_photo = p.id and a.kind = 'photo';
update photo p set thumbnail_id = a.id
    from attachment a where a.shop_id = p.shop_id and a.of_photo = p.id and a.kind = 'thumbnail';
alter table photo
    alter column image_id set not null,
    alter column thumbnail_id set not null,
    add foreign key (shop_id, image_id) references attachment,
    add foreign key (shop_id, thumbnail_id) references attachment,
    add check (step in ('takeIn', 'listen', 'open', 'look', 'read', 'choose', 'get', 'closeUp', 'prove', 'handBack')),
    drop column image,
    drop column thumbnail;
alter table attachment drop column of_photo;

alter table attachment enable row level security;
create policy own on attachment using (shop_id = shop_here());
alter table attachment_piece enable row level security;
create policy own on attachment_piece using (shop_id = shop_here());
