-- A comparison holds points of a run against any number of candidates, runs and fits.
alter table comparison add column reference_run_id integer references run;
alter table comparison add column reference jsonb;
update comparison c
   set reference_run_id = f.run_id,
       reference = jsonb_build_object('runId', f.run_id, 'x', f.x, 'y', f.y, 'data', f.data, 'conditionIds',
         coalesce((select jsonb_agg(fc.condition_id order by fc.position) from fit_condition fc where fc.fit_id = f.id), '[]'::jsonb))
  from fit f where f.id = c.fit_id;
alter table comparison alter column reference_run_id set not null;
alter table comparison alter column reference set not null;

create table comparison_candidate (
  comparison_id  integer not null references comparison on delete cascade,
  position       integer not null,
  run_id         integer references run,
  fit_id         integer references fit,
  candidate      jsonb not null,
  primary key (comparison_id, position)
);
insert into comparison_candidate (comparison_id, position, run_id, candidate)
select id, 0, candidate_run_id,
       jsonb_build_object('source', jsonb_build_object('kind', 'run', 'runId', candidate_run_id, 'x', x, 'y', y),
                          'offset', 0, 'scale', 1, 'method', 'linear', 'uncertainty', null)
  from comparison;
insert into comparison_candidate (comparison_id, position, fit_id, candidate)
select id, 1, fit_id,
       jsonb_build_object('source', jsonb_build_object('kind', 'fit', 'fitId', fit_id),
                          'offset', 0, 'scale', 1, 'method', 'linear', 'uncertainty', null)
  from comparison;
alter table comparison drop column fit_id;
alter table comparison drop column candidate_run_id;
alter table comparison drop column x;
alter table comparison drop column y;
