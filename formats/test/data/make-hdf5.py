# Writes loop3.h5 by h5py (Debian's python3-h5py 3.7.0): groups of data sets, units as
# attributes, a two-dimensional set, a compound one, whole numbers, words, a fill value.
import h5py
import numpy as np

with h5py.File('loop3.h5', 'w', track_order=True) as f:
    f.attrs['rig'] = 'Loop 3'
    sweep = f.create_group('sweep')
    sweep.attrs['operator'] = 'night shift'

    def add(group, name, data, unit=None, **attributes):
        d = group.create_dataset(name, data=data, compression='gzip' if len(data) > 100 else None)
        if unit:
            d.attrs['units'] = unit
        for key, value in attributes.items():
            d.attrs[key] = value

    add(sweep, 't', np.arange(4) * 0.5, 's', long_name='Elapsed time')
    add(sweep, 'Q', np.array([60.0, 0.1 + 0.2, np.nan, 1e-300]), 'L/min')
    add(sweep, 'n', np.array([2900, 2901, -5, 2903], dtype='i8'), 'rpm')
    add(sweep, 'valve', np.array([b'open', b'shut', b'open', b'open']))
    add(sweep, 'raw', np.array([10, 20, -32768, 40], dtype='i2'), 'kPa', scale_factor=0.5, add_offset=100.0, _FillValue=np.int16(-32768))
    add(f, 'taps', np.array([[1.0, 2.0], [3.0, 4.0], [5.0, 6.0]]), 'Pa')
    rows = np.zeros(2, dtype=[('x', 'f8'), ('k', 'i4')])
    rows['x'] = [0.1, 0.2]
    rows['k'] = [7, 8]
    f.create_dataset('pairs', data=rows)
