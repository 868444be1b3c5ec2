-- Two peaks are several peaks now, with their number as a setting.
update fit set model = 'gaussianPeaks', settings = '{"peaks": 2}'::jsonb where model = 'twoGaussianPeaks';
