# Writes loop3-classic.nc (NetCDF-3) and loop3-4.nc (NetCDF-4) by netCDF4
# (Debian's python3-netcdf4 1.6.2), with attributes of the CF conventions 1.8.
import netCDF4
import numpy as np

for name, kind in (('loop3-classic.nc', 'NETCDF3_CLASSIC'), ('loop3-4.nc', 'NETCDF4')):
    with netCDF4.Dataset(name, 'w', format=kind) as f:
        f.title = 'Loop 3 warm-up'
        f.createDimension('time', None)
        f.createDimension('tap', 2)
        t = f.createVariable('time', 'f8', ('time',))
        t.units = 'seconds since 2026-11-03 10:12:00'
        t[:] = [0, 0.5, 1]
        T = f.createVariable('T_w', 'f4', ('time',), fill_value=-999.0)
        T.units = 'degC'
        T.long_name = 'Water temperature'
        T[:] = np.ma.array([18.5, 0, 19.25], mask=[0, 1, 0])
        p = f.createVariable('p', 'i2', ('time', 'tap'))
        p.units = 'kPa'
        p.scale_factor = 0.25
        p.set_auto_maskandscale(False)
        p[:] = [[400, 404], [408, 412], [416, 420]]
