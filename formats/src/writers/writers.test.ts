import { expect, test } from '@jest/globals';
import { containerOf } from '../containers';
import { delimited } from '../delimited';
import { joined } from '../joined';
import { writers } from './index';

const N = 5000;
const channel = (symbol: string, name: string, unit: string, at: (i: number) => number) => ({
  symbol,
  name,
  unit,
  values: Float64Array.from({ length: N }, (_, i) => at(i)),
});
/** Doubles of every size and sign, missing ones, names that need quoting, words that do too. */
const run = {
  name: 'Sweep',
  channels: [
    channel('t', 'Elapsed time', 's', (i) => i / 10),
    channel('p_d', 'Discharge pressure, "outer" tap', 'kPa', (i) =>
      i % 7 === 3 ? NaN : 100 * Math.sin(i * 12.9898) * 10 ** ((i % 41) - 20),
    ),
    channel('T_w', 'Water temperature', '°C', (i) => 18.4 + i / 3),
    channel('k', 'Count', '', (i) => i - 2500),
    {
      ...channel('valve', 'Valve', '', (i) => (i % 11 === 0 ? NaN : i % 3)),
      labels: ['open', 'shut, locked', 'half "open"'],
    },
  ],
};

test.each([1, 4095, 4096, 4097, 8192])(
  '%d rows are that many records of JSON and lines of CSV, and no more',
  async (n) => {
    const column = { ...channel('t', 'Time', 's', (i) => i), values: Float64Array.from({ length: n }, (_, i) => i) };
    const textOf = async (kind: string) => {
      const pieces = [...(await writers.find((w) => w.kind === kind)!.write({ name: 'x', channels: [column] }))];
      return pieces.map((p) => (typeof p === 'string' ? p : new TextDecoder().decode(p))).join('');
    };
    const records = JSON.parse(await textOf('json')) as Record<string, number>[];
    expect([records.length, records.at(-1)]).toEqual([n, { 'Time [s]': n - 1 }]);
    expect((await textOf('csv')).trimEnd().split('\r\n')).toHaveLength(n + 1);
  },
);

test.each(writers.map((w) => [w.kind, w] as const))(
  'what is taken out as %s comes in again to the same numbers, units and words',
  async (_, writer) => {
    const pieces = [...(await writer.write(run))];
    const bytes = joined(pieces.map((p) => (typeof p === 'string' ? new TextEncoder().encode(p) : p)));
    const name = `sweep.${writer.extension}`;
    const unpacked = await containerOf(bytes.subarray(0, 2 ** 20), name)?.unpack(bytes, name, undefined);
    const text = unpacked?.text ?? bytes;
    const { layout } = delimited.guess(text.subarray(0, 2 ** 20), name, unpacked?.given);
    const preview = delimited.preview(text.subarray(0, 2 ** 20), layout, text.length <= 2 ** 20);
    const columns: number[][] = preview.columns.map(() => []);
    const record = await delimited.read({
      bytes: (async function* () {
        yield text;
      })(),
      name,
      layout,
      columns: preview.columns.map((c) => c.reading),
      width: preview.columns.length,
      onBlock: (block) => block.forEach((c, k) => columns[k]!.push(...c)),
    });
    expect(record.rows).toBe(N);
    for (const { name: wanted, unit, values, labels } of run.channels as readonly ((typeof run.channels)[number] & {
      labels?: string[];
    })[]) {
      const at = preview.columns.findIndex((c) => c.name === wanted);
      expect([wanted, preview.columns[at]?.unit]).toEqual([wanted, unit]);
      if (!labels) expect(columns[at]!.every((v, i) => Object.is(v, values[i]))).toBe(true);
      else {
        const words = (codes: ArrayLike<number>, of: readonly string[]) =>
          Array.from({ length: N }, (_, i) => of[codes[i]!]);
        expect(words(columns[at]!, record.columns[at]!.labels!)).toEqual(words(values, labels));
      }
    }
  },
);

test('a spreadsheet refuses more rows than its standard has', async () => {
  const values = new Float64Array(1_048_575);
  const long = { name: 'long', channels: [{ symbol: 't', name: 't', unit: 's', values }] };
  await expect(writers.find((w) => w.kind === 'xlsx')!.write(long)).rejects.toThrow('1\u202f048\u202f575 samples');
});
