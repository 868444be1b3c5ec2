/** A bounded, seeded fuzz of the readers: never a crash, never a hang, never a shape that the record does not account for. */
import { readFileSync } from 'node:fs';
import { AppError } from '@undameter/core';
import { expect, test } from '@jest/globals';
import { containerOf } from '../containers';
import { delimited } from './index';

/** Park and Miller, "Random number generators: good ones are hard to find", Comm. ACM 31 (1988). */
function random(seed: number): (below: number) => number {
  let state = seed;
  return (below) => (state = (state * 16807) % 2147483647) % below;
}

const log = [
  'Rig: Loop 3',
  '',
  'When;Flow;Head;Valve',
  ';L/min;m;',
  ...Array.from({ length: 30 }, (_, i) => `2026-11-03 10:12:${String(i).padStart(2, '0')};${60 + i},5;"1,5";${i % 2}`),
].join('\r\n');
const junk = [
  '"',
  ';',
  ',',
  '\t',
  '\n',
  '\r',
  '\u0000',
  '\u00ff',
  '\ufeff',
  'NaN',
  '1e999',
  '-',
  '.',
  '=',
  '\u2028',
  '9'.repeat(400),
  ' '.repeat(50),
];

/** The log with some of its bytes cut, doubled, exchanged or filled with junk. */
function damaged(next: (below: number) => number): Uint8Array {
  let text = log;
  for (let k = next(12); k >= 0; k--) {
    const at = next(text.length);
    const length = next(40);
    const change = next(4);
    if (change === 0) text = text.slice(0, at) + text.slice(at + length);
    else if (change === 1) text = text.slice(0, at) + text.slice(at, at + length) + text.slice(at);
    else if (change === 2) text = text.slice(0, at) + junk[next(junk.length)]! + text.slice(at);
    else text = text.slice(0, Math.max(1, at));
  }
  const bytes = new TextEncoder().encode(text);
  if (next(5) === 0) bytes[next(bytes.length)] = next(256);
  return bytes;
}

async function readAll(bytes: Uint8Array, pieces: number) {
  const { layout } = delimited.guess(bytes, 'fuzz.csv');
  const preview = delimited.preview(bytes, layout, true);
  let rows = 0;
  const record = await delimited.read({
    bytes: (async function* () {
      for (let at = 0; at < bytes.length; at += pieces) yield bytes.subarray(at, at + pieces);
    })(),
    name: 'fuzz.csv',
    layout,
    columns: preview.columns.map((c) => c.reading),
    width: preview.columns.length,
    onBlock: (columns, n) => {
      rows += n;
      for (const column of columns) expect(column.length).toBe(n);
      expect(columns.length).toBe(preview.columns.length);
    },
  });
  return { record, rows, layout };
}

test('2,000 damaged logs are read or refused with a sentence, and every line of them is accounted for', async () => {
  const next = random(20261124);
  let read = 0;
  for (let round = 0; round < 2000; round++) {
    const bytes = damaged(next);
    try {
      const { record, rows } = await readAll(bytes, 1 + next(200));
      expect(rows).toBe(record.rows);
      const above = record.preamble.length + (record.headingLines ?? 0);
      const [continued, remarks] = [record.continued?.count ?? 0, record.remarks?.count ?? 0];
      expect(above + record.rows + record.blankLines + record.passedOver.count + continued + remarks).toBe(
        record.linesRead,
      );
      read++;
    } catch (error) {
      if (!(error instanceof AppError)) throw error;
      expect(error.message).toMatch(/[.]$/);
    }
  }
  // Most damage leaves something to read; a fuzz that only meets refusals tests nothing.
  expect(read).toBeGreaterThan(1000);
}, 60_000);

test('500 broken containers are unpacked or refused with a sentence', async () => {
  const next = random(7);
  const heads = [
    [0x1f, 0x8b, 8, 0],
    [0x50, 0x4b, 3, 4],
    [0x50, 0x41, 0x52, 0x31],
    [0x5b, 0x7b],
  ];
  for (let round = 0; round < 500; round++) {
    const bytes = Uint8Array.from({ length: 20 + next(400) }, () => next(256));
    bytes.set(heads[round % heads.length]!);
    const name = ['log.gz', round % 2 ? 'log.xlsx' : 'log.zip', 'log.parquet', 'log.json'][round % heads.length]!;
    const container = containerOf(bytes, name);
    await container?.unpack(bytes, name, undefined).catch((error: unknown) => {
      if (!(error instanceof AppError)) throw error;
      expect(error.message).toMatch(/[.]$/);
    });
  }
}, 60_000);

const data = (name: string): Uint8Array =>
  new Uint8Array(readFileSync(new URL(`../../test/data/${name}`, import.meta.url)));

// The library for Arrow makes room for whatever a damaged length claims; the thread that opens
// files is limited for that (see the tests of the server). Here such a file is only cut.
test.each(['loop3.h5', 'loop3-4.nc', 'loop3-classic.nc', 'loop3.arrows', 'loop3.parquet', 'loop3.xlsx', 'loop3.ods'])(
  '60 damaged copies of %s are unpacked or refused with a sentence',
  async (name) => {
    const next = random(31 + name.length);
    const whole = data(name);
    for (let round = 0; round < 60; round++) {
      const bytes = whole.slice(
        0,
        round % 4 === 0 || name.endsWith('.arrows') ? 8 + next(whole.length - 8) : whole.length,
      );
      for (let k = name.endsWith('.arrows') ? -1 : next(6); k >= 0; k--)
        bytes[8 + next(Math.max(1, bytes.length - 8))] = next(256);
      const container = containerOf(bytes.subarray(0, 4096), name);
      await container?.unpack(bytes, name, undefined).catch((error: unknown) => {
        if (!(error instanceof AppError)) throw error;
        expect(error.message).toMatch(/[.]$/);
      });
    }
  },
  60_000,
);
