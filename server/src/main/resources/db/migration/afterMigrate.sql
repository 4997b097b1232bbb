-- The application works as a role that owns nothing, so that the policies bind it. Said again at each start: a backup
-- read into another cluster brings no roles. One process at a time, for grants on one table get into each other's way.
do $$
begin
    perform pg_advisory_xact_lock(7459);
    begin
        create role gewerk_bench nologin;
    exception
        -- The second: made for another database of the same cluster at the same moment.
        when duplicate_object or unique_violation then null;
    end;
    grant usage on schema public to gewerk_bench;
    grant select, insert, update, delete on all tables in schema public to gewerk_bench;
    grant usage on all sequences in schema public to gewerk_bench;
end $$;
