-- How a property table is interpolated, what is stated of how sure it is, and what a person noted.
alter table property_table
  add column method text not null default 'linear',
  add column x_scale text not null default 'plain' check (x_scale in ('plain', 'log', 'reciprocal')),
  add column y_scale text not null default 'plain' check (y_scale in ('plain', 'log', 'reciprocal')),
  add column uncertainty jsonb,
  add column notes text not null default '',
  drop constraint property_table_outside_check,
  add constraint property_table_outside_check check (outside in ('refuse', 'hold', 'extend'));
