-- What the store's queries say in SQLite's words, said in PostgreSQL's. This list is the difference of the two dialects: a store
-- that moves would say these in its own words.

-- JSON is kept as text in both. Of what json_extract and ->> give, numbers and words alike are text here.
create function json_valid(body text) returns boolean language plpgsql immutable as $$
begin
  return body::jsonb is not null;
exception when others then
  return false;
end $$;
create function json_extract(body text, path text) returns text language sql immutable as
  $$ select jsonb_path_query_first(body::jsonb, path::jsonpath) #>> '{}' $$;
create function json_array_length(body text) returns bigint language sql immutable as
  $$ select jsonb_array_length(body::jsonb)::bigint $$;
create function json_each(body text) returns table (value text) language sql immutable as
  $$ select jsonb_array_elements_text(body::jsonb) $$;
create function of_text(body text, name text) returns text language sql immutable as $$ select body::jsonb ->> name $$;
create operator ->> (leftarg = text, rightarg = text, function = of_text);
create function json_steps(path text) returns text[] language sql immutable as
  $$ select string_to_array(substr(path, 3), '.') $$;
create function json_remove(body text, path text) returns text language sql immutable as
  $$ select (body::jsonb #- json_steps(path))::text $$;
create function json_set(body text, path text, value bigint) returns text language sql immutable as
  $$ select jsonb_set(body::jsonb, json_steps(path), to_jsonb(value))::text $$;
create function json_set(body text, path text, value text) returns text language sql immutable as
  $$ select jsonb_set(body::jsonb, json_steps(path), to_jsonb(value))::text $$;

create function instr(body text, what text) returns bigint language sql immutable as
  $$ select position(what in body)::bigint $$;

-- A list of numbers comes as a list of texts: a column of numbers is looked up in it all the same.
create function is_text(number bigint, said text) returns boolean language sql immutable as $$ select number = said::bigint $$;
create operator = (leftarg = bigint, rightarg = text, function = is_text);

-- Numbers of changes: SQLite has a trigger for each table and event (migration 0014), here is one function for all.
create function number_change() returns trigger language plpgsql as $$
declare
  each jsonb;
begin
  foreach each in array array_remove(array[
    case when tg_op <> 'INSERT' then to_jsonb(old) end, case when tg_op <> 'DELETE' then to_jsonb(new) end], null)
  loop
    continue when tg_table_name = 'settings' and each ->> 'key' = 'current-brief';
    insert into revisions values (
      tg_table_name,
      case when tg_argv[0] = 'pieces' then (each ->> 'position')::bigint / 400 else 0 end,
      (select coalesce(max(revision), 0) + 1 from revisions))
    on conflict (of_table, piece) do update set revision = excluded.revision;
  end loop;
  return null;
end $$;
