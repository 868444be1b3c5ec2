-- What a fit goes through: the samples of its conditions, or their operating points.
alter table fit add column data text not null default 'samples' check (data in ('samples', 'operatingPoints'));
