-- Each limit says of which kind it is; until now the fields that it had told it.
create function limit_kind(l jsonb) returns text language sql immutable as $$
  select case
    when l ? 'tolerance' then 'tolerance'
    when l ? 'low' then 'between'
    when l ? 'words' then 'words'
    when l ? 'formula' then 'formula'
    when l ? 'steady' then 'steady'
    when l ? 'corners' then 'area'
  end
$$;
create function with_kinds(limits jsonb) returns jsonb language sql immutable as $$
  select coalesce(jsonb_agg(jsonb_build_object('kind', limit_kind(l)) || l order by n), '[]'::jsonb)
    from jsonb_array_elements(limits) with ordinality as one(l, n)
$$;
update condition
   set limits = (select jsonb_agg(case when l ? 'any' then jsonb_build_object('kind', 'any', 'any', with_kinds(l -> 'any'))
                                       else jsonb_build_object('kind', limit_kind(l)) || l end order by n)
                   from jsonb_array_elements(limits) with ordinality as one(l, n));
drop function with_kinds(jsonb);
drop function limit_kind(jsonb);
