-- What the hand adds to a model: start values, fixed, tied and shared parameters, bounds, a loss, ranges of x.
alter table fit add column choices jsonb not null default '{}'::jsonb;
alter table fit drop constraint fit_weights_check;
alter table fit add constraint fit_weights_check check (weights in ('none', 'absolute', 'relative', 'both'));

-- Formulas of one's own as models.
create table own_model (
  id integer generated always as identity primary key,
  campaign_id integer not null references campaign on delete cascade,
  name text not null,
  formula text not null,
  meanings jsonb not null default '{}'::jsonb,
  unique (campaign_id, name)
);

-- What a finding's number means, in the engineer's words.
alter table finding add column meaning text not null default '';

-- Values and standard errors as they were when a fit was saved, by series and parameter: what moved since is shown.
alter table fit add column results jsonb not null default '{}'::jsonb;
