-- How the points of a fit are weighted: all the same, or by their uncertainties, as such or by their ratios only.
alter table fit add column weights text not null default 'none' check (weights in ('none', 'absolute', 'relative'));
