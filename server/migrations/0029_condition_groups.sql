-- Conditions that belong together (a speed with its settings), and those that belong to one run only.
create table condition_group (
  id           integer generated always as identity primary key,
  campaign_id  integer not null references campaign on delete cascade,
  name         text not null,
  unique (campaign_id, name)
);

alter table condition add column group_id integer references condition_group on delete set null;
alter table condition add column run_id integer references run on delete cascade;
create index condition_of_group on condition (group_id);
create index condition_of_run on condition (run_id);

-- What one series of a fit is made of: each condition, the conditions of each group, or all of them.
alter table fit add column one_series_of text not null default 'condition' check (one_series_of in ('condition', 'group', 'all'));
alter table fit_further
  add column one_series_of text not null default 'condition' check (one_series_of in ('condition', 'group', 'all'));
