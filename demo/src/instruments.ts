import type { InstrumentBody, InstrumentQuantity } from '@undameter/contract';

/** Ports of this machine at which the simulated instruments listen. */
export interface InstrumentPorts {
  dataUnit: number;
  drive: number;
}

const plain = { scale: 1, offset: 0, low: null, high: null, resolution: 0 };
const asked = (symbol: string, name: string, unit: string, command: string): InstrumentQuantity => ({
  ...plain,
  ...{ symbol, name, unit, access: 'read', source: { by: 'command', command } },
});
const float = (symbol: string, name: string, unit: string, address: number): InstrumentQuantity => ({
  ...plain,
  ...{ symbol, name, unit, access: 'read' },
  source: { by: 'register', table: 'input', address, type: 'float32', order: 'ABCD', unit: 1 },
});
const set = (symbol: string, name: string, unit: string, address: number, scale: number): InstrumentQuantity => ({
  ...plain,
  ...{ symbol, name, unit, access: 'set', scale },
  source: { by: 'register', table: 'holding', address, type: 'uint16', order: 'ABCD', unit: 1 },
});

/** The two instruments at Loop 3 that readings are taken from by hand. */
export const demoInstruments = ({ dataUnit, drive }: InstrumentPorts): InstrumentBody[] => [
  {
    ...{ name: 'Data unit', protocol: 'scpi', host: '127.0.0.1', port: dataUnit, timeoutMs: 1000 },
    quantities: [
      asked('p_d', 'Discharge pressure', 'kPa', 'MEAS:PRES? (@101)'),
      asked('p_s', 'Suction pressure', 'kPa', 'MEAS:PRES? (@102)'),
      asked('T_w', 'Water temperature', '°C', 'MEAS:TEMP? (@103)'),
    ],
  },
  {
    ...{ name: 'Drive', protocol: 'modbus', host: '127.0.0.1', port: drive, timeoutMs: 1000 },
    quantities: [
      { ...set('z_v', 'Valve opening', '%', 0, 0.1), low: 0, high: 100 },
      { ...set('n_set', 'Speed setting', 'rpm', 1, 1), low: 0, high: 3000 },
      float('Q', 'Flow', 'L/min', 0),
      float('M', 'Shaft torque', 'N*m', 2),
      float('n', 'Shaft speed', 'rpm', 4),
    ],
  },
];
