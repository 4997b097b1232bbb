-- A key of a save belongs to what it saved: used again for something else it is refused, not quietly dropped.
alter table saved_once add column what text not null default '';

-- Who is asking a seller for this job just now. Sellers are asked outside any transaction; this keeps two people from
-- ordering the same gear twice meanwhile, and lapses by itself when a process dies.
alter table job
    add column ordering_key text not null default '',
    add column ordering_until timestamptz;

-- Tells this bench's data from other data that a browser has seen behind the same address.
alter table shop add column bench uuid not null default gen_random_uuid();
