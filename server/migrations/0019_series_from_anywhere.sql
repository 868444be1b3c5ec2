-- Series of a fit from other runs or channels than its own, and models of single series.
create table fit_further (
  fit_id    integer not null references fit on delete cascade,
  id        integer not null,
  position  integer not null,
  run_id    integer not null references run,
  x         text not null,
  y         text not null,
  primary key (fit_id, id)
);
create index fit_further_run on fit_further (run_id);

create table fit_further_condition (
  fit_id        integer not null,
  further_id    integer not null,
  position      integer not null,
  condition_id  integer not null references condition,
  primary key (fit_id, further_id, position),
  foreign key (fit_id, further_id) references fit_further on delete cascade
);
create index fit_further_condition_condition on fit_further_condition (condition_id);

alter table fit add column models jsonb not null default '{}';
