/** Bodies that more than one test sends. */

/** A table of one argument, as a whole. */
export const table = {
  isShared: false,
  symbol: 'rho',
  name: 'Density',
  xName: 'Temperature',
  xUnit: '°C',
  yUnit: 'kg/m³',
  source: 'made up',
  method: 'linear',
  xScale: 'plain',
  yScale: 'plain',
  outside: 'refuse',
  uncertainty: null,
  notes: '',
  x: [0, 100],
  y: [1000, 960],
  second: null,
};
