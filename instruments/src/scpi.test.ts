/** Lines of commands: what answers mean, and what is said where one breaks. */
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { createServer } from 'node:net';
import type { AppError } from '@undameter/core';
import { startFaultyLine, startStandIns, type StandIn, type StandIns } from '@undameter/standins';
import { Instrument, protocolOf } from '.';
import { valueOf } from './protocols/scpi/link';
import type { CommandSource } from './sources';

const command = (text: string, value?: number): CommandSource => ({
  ...{ by: 'command', command: text },
  ...(value === undefined ? {} : { value }),
});
const instrument = (port: number, timeoutMs = 150) =>
  new Instrument(protocolOf('scpi'), { host: '127.0.0.1', port, timeoutMs });
const refusal = (promise: Promise<unknown>) =>
  promise.then(
    () => ({ code: 'no error', message: '' }),
    ({ code, message }: AppError) => ({ code, message }),
  );

describe('an answer', () => {
  const read = (answer: string, value?: number) => valueOf(answer, command('MEAS:PRES?', value), '127.0.0.1:5025');
  // The forms of numbers of IEEE 488.2, 8.7.2 to 8.7.4 (from memory).
  test.each([
    ['12', 12],
    ['-7.50', -7.5],
    ['+.5', 0.5],
    ['1.234560E+02', 123.456],
    [' 3.0e-3 \r\n', 0.003],
    ['0', 0],
  ])('%j is %d', (text, value) => expect(read(text)).toBe(value));
  // SCPI-1999, volume 1, 7.2.1.4 and 7.2.1.5 (from memory).
  test.each([
    ['9.9E37', 'overload'],
    ['-9.9E+37', 'overload'],
    ['9.91E37', 'no value to show'],
    ['NAN', 'no value to show'],
    ['PROBE OPEN', 'which is no number'],
    ['', 'which is no number'],
    ['12 kPa', 'which is no number'],
    ['0x1F', 'which is no number'],
    ['1,5', '2 values'],
    ['1.0,2.0,3.0', '3 values'],
  ])('%j is no value, with a sentence', (text, words) => expect(() => read(text)).toThrow(words));
  test('of several values gives the one that is wanted', () => {
    expect(read('1.5,2.5', 2)).toBe(2.5);
    expect(() => read('1.5,2.5', 3)).toThrow('with 2 values, and value 3 is wanted');
    expect(() => read('1.5,9.9E37', 2)).toThrow('overload');
  });
  test('that is long is told by its beginning', () => expect(() => read('x'.repeat(400))).toThrow(/"x{40}…"/));
});

describe('the stand-in of the rig', () => {
  let standIns: StandIns;
  let unit: Instrument;
  beforeAll(async () => {
    standIns = await startStandIns({ dataUnit: 0, drive: 0 });
    unit = instrument(standIns.ports.dataUnit, 500);
  });
  afterAll(async () => {
    unit.close();
    await standIns.stop();
  });

  test('says what it is, and measures', async () => {
    expect(await unit.identify()).toBe('Tern Yard,Simulated data unit,0,1.0');
    const suction = await unit.read(command('MEAS:PRES? (@102)'));
    expect(Math.abs(suction - 100)).toBeLessThan(5);
    expect(await unit.read(command('MEAS:PRES? (@101,102)', 2))).toBeCloseTo(suction, -1);
  });
  test('is overloaded beyond its range, and is not in a wider one', async () => {
    const range = command('SENS:PRES:RANG {value}');
    await unit.write(range, 50);
    expect((await refusal(unit.read(command('MEAS:PRES? (@101)')))).code).toBe('INSTRUMENT_OVERLOAD');
    await unit.write(range, 500);
    expect(await unit.read(command('MEAS:PRES? (@101)'))).toBeGreaterThan(100);
  });
  test('tells why a setting is refused', async () => {
    const { message } = await refusal(unit.write(command('SENS:PRES:RANG {value}'), 9999));
    expect(message).toContain('refused SENS:PRES:RANG 9999: -222,"Data out of range"');
    expect((await refusal(unit.write(command('VALV {value}'), 4))).message).toContain('-113,"Undefined header"');
  });
  test('is silent to a question that it does not know, and the sentence says so', async () => {
    const { code, message } = await refusal(unit.read(command('MEAS:NOISE?')));
    expect(code).toBe('INSTRUMENT_SILENT');
    expect(message).toContain('did not answer MEAS:NOISE? within 0.5 s');
  });
  test('answers questions of several askers in turn, each its own', async () => {
    const asked = ['MEAS:TEMP? (@103)', 'MEAS:PRES? (@102)', 'MEAS:TEMP? (@103)'].map((c) => unit.read(command(c)));
    const [a, b, c] = await Promise.all(asked);
    expect(Math.abs(a! - 22)).toBeLessThan(3);
    expect(Math.abs(b! - 100)).toBeLessThan(5);
    expect(Math.abs(c! - 22)).toBeLessThan(3);
  });
});

describe('a line that breaks', () => {
  let faulty: StandIn;
  let unit: Instrument;
  beforeAll(async () => {
    faulty = await startFaultyLine(0);
    unit = instrument(faulty.port);
  });
  afterAll(async () => {
    unit.close();
    await faulty.stop();
  });

  test.each([
    ['TEXT?', 'INSTRUMENT_NOT_A_NUMBER'],
    ['NAN?', 'INSTRUMENT_READS_NOTHING'],
    ['OVER?', 'INSTRUMENT_OVERLOAD'],
    ['TWO?', 'INSTRUMENT_SEVERAL_NUMBERS'],
    ['EMPTY?', 'INSTRUMENT_NOT_A_NUMBER'],
    ['GARBAGE?', 'INSTRUMENT_NOT_A_NUMBER'],
    ['LONG?', 'INSTRUMENT_TALKS_ON'],
    ['HANG?', 'INSTRUMENT_SILENT'],
    ['DROP?', 'INSTRUMENT_GONE'],
    ['HALF?', 'INSTRUMENT_GONE'],
  ])('%s is told, and the next question is answered', async (asked, code) => {
    expect((await refusal(unit.read(command(asked)))).code).toBe(code);
    expect(await unit.read(command('GOOD?'))).toBe(42);
  });
  test('an answer that comes late is not taken for that of the next question', async () => {
    expect((await refusal(unit.read(command('LATE?')))).code).toBe('INSTRUMENT_SILENT');
    const slow = instrument(faulty.port, 1000);
    await new Promise((resolve) => setTimeout(resolve, 300));
    expect(await unit.read(command('GOOD?'))).toBe(42);
    expect(await slow.read(command('LATE?'))).toBe(777);
    slow.close();
  });
  test('a closed port is told', async () => {
    const server = createServer().listen(0, '127.0.0.1');
    await new Promise((resolve) => server.once('listening', resolve));
    const { port } = server.address() as { port: number };
    await new Promise((resolve) => server.close(resolve));
    const { code, message } = await refusal(instrument(port).read(command('GOOD?')));
    expect(code).toBe('INSTRUMENT_NOT_THERE');
    expect(message).toContain('the port is closed');
  });
  test('a register cannot be asked by commands', async () => {
    const source = { by: 'register', table: 'input', address: 0, type: 'int16', order: 'ABCD', unit: 1 } as const;
    expect((await refusal(unit.read(source))).code).toBe('INSTRUMENT_CANNOT');
    expect(() => protocolOf('smoke')).toThrow('nothing can be asked here');
  });
});
