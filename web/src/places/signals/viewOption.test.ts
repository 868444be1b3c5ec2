import { describe, expect, test } from '@jest/globals';
import { asDrawn, channelRow } from '../../../test/replies';
import { palettes } from '../../theme/palette';
import { histogramOption, pairsOption, spectrumOption, views, viewsOf } from './viewOption';

const size = { width: 800, height: 400 };
const chart = {
  shown: [{ channel: channelRow('p', { name: 'Pressure', unit: 'kPa' }), series: 2 }],
  looks: { Q: { log: true } },
  palette: palettes.light,
};

test('every way to look at a run has an address and a label; only a field is seen in space', () => {
  expect(views.map((v) => v.value)).toEqual(['field', 'run', 'channel', 'spectrum', 'histogram']);
  expect(viewsOf(false).map((v) => v.value)).toEqual(['run', 'channel', 'spectrum', 'histogram']);
  expect(viewsOf(true)).toEqual(views);
});

describe('over another channel', () => {
  const x = { symbol: 'Q', name: 'Flow', unit: 'L/min' };
  test('are symbols in the colour of the channel, on the axes as they are wanted', () => {
    const option = asDrawn(pairsOption({ every: 1, x: [1, 2], series: [{ symbol: 'p', y: [5, 6] }] }, x, chart, size));
    expect(option.series[0]).toMatchObject({
      type: 'scatter',
      symbol: 'triangle',
      data: [
        [1, 5],
        [2, 6],
      ],
    });
    expect(option.xAxis[0]).toMatchObject({ name: 'Flow Q (L/min)', type: 'log' });
  });
  test('what has not come yet is an empty pane', () =>
    expect(asDrawn(pairsOption({ every: 1, x: [1], series: [] }, x, chart, size)).series[0]!.data).toEqual([
      [1, null],
    ]));
});

describe('spectra', () => {
  const reply = [{ symbol: 'p', frequency: [0, 1, 2], value: [9, 4, 2], samples: 6, problem: null }];
  const of = (as: 'amplitude' | 'density', timeUnit: string, unit = 'kPa') =>
    asDrawn(
      spectrumOption(
        reply,
        as,
        timeUnit,
        { ...chart, shown: [{ channel: channelRow('p', { name: 'Pressure', unit }), series: 0 }] },
        size,
      ),
    );
  test('leave out zero frequency, which a logarithmic axis has no place for', () => {
    const option = of('amplitude', 's');
    expect(option.series[0]!.data).toEqual([
      [1, 4],
      [2, 2],
    ]);
    expect([option.xAxis[0]!['type'], option.yAxis[0]!['type']]).toEqual(['log', 'log']);
  });
  test.each([
    ['amplitude', 's', 'kPa', 'Amplitude of Pressure (kPa)', 'Frequency (Hz)'],
    ['density', 's', 'kPa', 'Power density of Pressure (kPa²·s)', 'Frequency (Hz)'],
    ['density', 's', 'L/min', 'Power density of Pressure ((L/min)²·s)', 'Frequency (Hz)'],
    ['density', 'min', '', 'Power density of Pressure (1²·min)', 'Frequency (1/min)'],
    ['amplitude', '', '', 'Amplitude of Pressure (1)', 'Frequency (1/sample)'],
    ['density', '', 'kPa', 'Power density of Pressure (kPa²·1)', 'Frequency (1/sample)'],
  ] as const)('%s over %s of %s is titled %s', (as, time, unit, title, x) => {
    const option = of(as, time, unit);
    expect([option.title[0]!.text, option.xAxis[0]!['name']]).toEqual([title, x]);
  });
});

describe('a histogram', () => {
  const of = (reply: Parameters<typeof histogramOption>[0]) => asDrawn(histogramOption(reply, chart, size));
  test('stands on zero with a class free at either end', () => {
    const option = of([{ symbol: 'p', low: 10, width: 2, counts: [3, 8, 1] }]);
    expect(option.yAxis[0]).toMatchObject({ min: 0, max: 8.64 });
    expect(option.xAxis[0]).toMatchObject({ name: 'Pressure p (kPa)', min: 8, max: 18 });
    expect(option.series[0]!.data[1]).toEqual([13, 8]);
  });
  test('of a channel without a value is empty, of none is none', () => {
    expect(of([{ symbol: 'p', low: null, width: null, counts: [] }]).yAxis[0]).toMatchObject({ min: 0, max: 1.08 });
    expect(of([])).toEqual({});
    expect(histogramOption([], { ...chart, shown: [] }, size)).toEqual({});
  });
});
