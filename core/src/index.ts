/** The computation, by the ideas of the trade. No I/O, no interface, no clock. */
export * from './error';
export * from './number';
export * from './units';
export * from './sample';
export * from './time';
export * from './quality';
export * from './formula';
export * from './signal';
export * from './property';
export * from './procedure';
export * from './condition';
export * from './model';
export * from './compare';
export * from './propagation';
export * from './finding';
export * from './layout';
export * from './join';
