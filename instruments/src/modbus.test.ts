/** Modbus TCP: frames against the published examples, and a general library as the other side. */
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { AppError } from '@undameter/core';
import { startFaultyRegisters, startStandIns, type StandIn, type StandIns } from '@undameter/standins';
import { ServerTCP } from 'modbus-serial';
import { Instrument, protocolOf } from '.';
import { bytesOf, exceptionIn, frameFrom, frameLength, frameOf, numberOf } from './protocols/modbus/frames';
import type { RegisterSource } from './sources';

const register = (over: Partial<RegisterSource> = {}): RegisterSource => ({
  ...{ by: 'register', table: 'input', address: 0, type: 'float32', order: 'ABCD', unit: 1 },
  ...over,
});
const instrument = (port: number, timeoutMs = 300) =>
  new Instrument(protocolOf('modbus'), { host: '127.0.0.1', port, timeoutMs });
const codeOf = (promise: Promise<unknown>) =>
  promise.then(
    () => 'no error',
    (error: AppError) => error.code,
  );

describe('a frame', () => {
  // MODBUS Application Protocol Specification V1.1b3, 6.3, the example of "Read Holding Registers": registers 108 to
  // 110; the header as in the TCP guide, 3.1.3. Both from memory.
  test('of a question is the header and the published request', () =>
    expect(frameOf(0x1501, 0xff, Buffer.from('03006b0003', 'hex')).toString('hex')).toBe('150100000006ff03006b0003'));
  test('of a reply is taken apart when it is whole', () => {
    const reply = Buffer.from('150100000009ff0306022b00000064', 'hex');
    for (let n = 0; n < reply.length; n++) expect(frameLength(reply.subarray(0, n))).toBeUndefined();
    expect(frameLength(Buffer.concat([reply, Buffer.from([1, 2])]))).toBe(reply.length);
    const { transaction, protocol, pdu } = frameFrom(reply);
    expect([transaction, protocol, pdu.toString('hex')]).toEqual([0x1501, 0, '0306022b00000064']);
    expect(numberOf(pdu.subarray(2, 4), 'uint16', 'ABCD')).toBe(555);
    expect(numberOf(pdu.subarray(6, 8), 'uint16', 'ABCD')).toBe(100);
  });
  test('with an exception says it in words, one without does not', () => {
    expect(exceptionIn(Buffer.from([0x83, 2]))).toBe('it has no such register');
    expect(exceptionIn(Buffer.from([0x83, 99]))).toBe('exception 99');
    expect(exceptionIn(Buffer.from([3, 2]))).toBeUndefined();
  });
});

describe('registers', () => {
  // IEEE 754: 42.5 is 0x422A0000.
  test.each([
    ['ABCD', '422a0000'],
    ['CDAB', '0000422a'],
    ['BADC', '2a420000'],
    ['DCBA', '00002a42'],
  ] as const)('a float in the order %s', (order, hex) => {
    expect(numberOf(Buffer.from(hex, 'hex'), 'float32', order)).toBe(42.5);
    expect(bytesOf(42.5, 'float32', order, '').toString('hex')).toBe(hex);
  });
  test.each([
    ['int16', -2, 'fffe'],
    ['uint16', 65535, 'ffff'],
    ['int32', -70000, 'fffeee90'],
    ['uint32', 4294967295, 'ffffffff'],
  ] as const)('%s %d', (type, value, hex) => {
    expect(bytesOf(value, type, 'ABCD', '').toString('hex')).toBe(hex);
    expect(numberOf(Buffer.from(hex, 'hex'), type, 'ABCD')).toBe(value);
  });
  test('of one register have their bytes turned where the order turns them', () => {
    expect(numberOf(Buffer.from('0100', 'hex'), 'uint16', 'DCBA')).toBe(1);
    expect(numberOf(Buffer.from('0100', 'hex'), 'uint16', 'CDAB')).toBe(256);
  });
  test.each([
    ['int16', 40000],
    ['uint16', -1],
    ['uint32', 5e9],
    ['float32', 1e39],
    ['int16', NaN],
  ] as const)('%s cannot hold %d', (type, value) =>
    expect(() => bytesOf(value, type, 'ABCD', 'holding register 3')).toThrow('does not fit into holding register 3'),
  );
});

describe('against a general library as the device', () => {
  const holding = new Map<number, number>([[7, 0x0102]]);
  let server: ServerTCP;
  let unit: Instrument;
  beforeAll(async () => {
    const vector = {
      getInputRegister: (address: number) => (address === 4 ? 0x422a : 0),
      getHoldingRegister: (address: number) => holding.get(address) ?? 0,
      setRegister: (address: number, value: number) => void holding.set(address, value),
    };
    server = new ServerTCP(vector, { host: '127.0.0.1', port: 0, debug: false, unitID: 1 });
    const port = await new Promise<number>((resolve) =>
      server.on('initialized', () =>
        resolve((server as unknown as { _server: { address(): { port: number } } })._server.address().port),
      ),
    );
    unit = instrument(port, 2000);
  });
  afterAll(async () => {
    unit.close();
    await new Promise<void>((resolve) => server.close(() => resolve()));
  });

  test('registers are read', async () => {
    expect(await unit.read(register({ address: 4 }))).toBe(42.5);
    expect(await unit.read(register({ table: 'holding', address: 7, type: 'uint16' }))).toBe(258);
  });
  test('one and two registers are written and read back', async () => {
    const one = register({ table: 'holding', address: 20, type: 'int16' });
    const two = register({ table: 'holding', address: 30, order: 'CDAB' });
    await unit.write(one, -1234);
    await unit.write(two, 0.1);
    expect(holding.get(20)).toBe(0x10000 - 1234);
    expect(await unit.read(one)).toBe(-1234);
    expect(await unit.read(two)).toBeCloseTo(0.1, 7);
  });
});

describe('the stand-in of the rig', () => {
  let standIns: StandIns;
  let unit: Instrument;
  beforeAll(async () => {
    standIns = await startStandIns({ dataUnit: 0, drive: 0 });
    unit = instrument(standIns.ports.drive);
  });
  afterAll(async () => {
    unit.close();
    await standIns.stop();
  });

  test('is set and read', async () => {
    const valve = register({ table: 'holding', address: 0, type: 'uint16' });
    await unit.write(valve, 455);
    expect(await unit.read(valve)).toBe(455);
    // At 2200 rpm the loop of the demo gives 15 to 90 L/min.
    const flow = await unit.read(register({ address: 0 }));
    expect(flow).toBeGreaterThan(15);
    expect(flow).toBeLessThan(90);
  });
  test('refuses what it cannot be set to, and what it does not have', async () => {
    await expect(unit.write(register({ table: 'holding', address: 1, type: 'uint16' }), 9000)).rejects.toThrow(
      'refused holding register 1: the value does not suit it',
    );
    await expect(unit.read(register({ address: 90 }))).rejects.toThrow('it has no such register');
    await expect(unit.write(register(), 1)).rejects.toThrow('input registers can only be read');
  });
  test('is found again after the plug was pulled', async () => {
    await unit.read(register());
    standIns.pullPlugs();
    await new Promise((resolve) => setTimeout(resolve, 30));
    expect(await codeOf(unit.read(register()))).toBe('no error');
  });
});

describe('registers that break', () => {
  let faulty: StandIn;
  let unit: Instrument;
  beforeAll(async () => {
    faulty = await startFaultyRegisters(0);
    unit = instrument(faulty.port, 150);
  });
  afterAll(async () => {
    unit.close();
    await faulty.stop();
  });

  test('the wrong order of words gives another number, the right one mends it', async () => {
    expect(await unit.read(register())).not.toBeCloseTo(42.5, 3);
    expect(await unit.read(register({ order: 'CDAB' }))).toBe(42.5);
  });
  test.each([
    ['an exception', 10, 'INSTRUMENT_REFUSED'],
    ['no reply', 20, 'INSTRUMENT_SILENT'],
    ['the reply to another question', 30, 'INSTRUMENT_OTHER_PROTOCOL'],
    ['another protocol', 40, 'INSTRUMENT_SILENT'],
    ['the line dropped', 50, 'INSTRUMENT_GONE'],
    ['no number', 60, 'INSTRUMENT_READS_NOTHING'],
    ['a reply of the wrong length', 70, 'INSTRUMENT_OTHER_PROTOCOL'],
  ])('%s is told, and the next question is answered', async (_, address, code) => {
    expect(await codeOf(unit.read(register({ address })))).toBe(code);
    expect(await unit.read(register({ order: 'CDAB' }))).toBe(42.5);
  });
});
