/** Clients of instruments by open protocols. They know nothing of the instruments that ship for trying out. */
export { Instrument } from './Instrument';
export { protocolOf } from './protocols';
export type { Link, Protocol } from './Protocol';
