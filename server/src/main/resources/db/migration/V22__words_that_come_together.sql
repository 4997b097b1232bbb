-- Words of which each is common often come together, which the planner does not expect: to it each comes by itself. Then
-- the newest jobs are looked through first. A word that has no other beside it is asked for as such, which the planner
-- judges better: with a word of two letters, that no index finds, it takes a sixth of the time.
drop function jobs_with_words(bigint, text[], integer[], bigint, integer);
create function jobs_with_words(shop bigint, patterns text[], of_word integer[], before bigint, most integer)
    returns setof bigint volatile security definer set search_path from current language plpgsql as $$
declare
    newest constant integer := 3000;
    of_shop constant text := 'shop_id = $1 and ($2 is null or id < $2)';
    words text[] := (
        select coalesce(array_agg(case cardinality(alternatives)
            when 1 then format('find_text like %L', alternatives[1])
            else format('find_text like any (%L::text[])', alternatives) end), '{}')
        from (select array_agg(pattern) as alternatives from unnest(patterns, of_word) as given (pattern, word)
              group by word) given);
    condition text;
    plan json;
    all_jobs float;
    rarest float;
    found bigint[];
begin
    if cardinality(words) > 1 then
        foreach condition in array array_prepend('true', words) loop
            execute format('explain (format json) select from job where shop_id = %s and %s', shop, condition) into plan;
            rarest := least(rarest, (plan -> 0 -> 'Plan' ->> 'Plan Rows')::float);
            all_jobs := coalesce(all_jobs, rarest);
        end loop;
        -- Half as many as are asked for are worth a try: an estimate is no count. Of fewer jobs all are looked through anyway.
        if all_jobs > newest and 2 * newest * rarest > most * all_jobs then
            execute 'select array(select id from (select id, find_text from job where ' || of_shop
                || ' order by id desc limit $4) newest where ' || array_to_string(words, ' and ')
                || ' order by id desc limit $3)'
                into found using shop, before, most, newest;
            if cardinality(found) = most then
                return query select unnest(found);
                return;
            end if;
        end if;
    end if;
    return query execute 'select id from job where ' || array_to_string(array_prepend(of_shop, words), ' and ')
        || ' order by id desc limit $3'
        using shop, before, most;
end $$;
comment on function jobs_with_words is 'patterns of like: of each word one must match what a job is found by';
