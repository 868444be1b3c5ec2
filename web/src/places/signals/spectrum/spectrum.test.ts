import type { SpectralPeakReply, SpectrumReply, TransferReply } from '@undameter/contract';
import { describe, expect, test } from '@jest/globals';
import { asDrawn, channelRow } from '../../../../test/replies';
import { gainUnit } from '@undameter/core';
import { palettes } from '../../../theme/palette';
import { averagedInWords, chosenWith, resolutionInWords, segmentChoices } from './chosen';
import { decibels, noLinesInWords, peakRows } from './peakRows';
import { spectrumOption, transferOption } from './spectrumOption';

const size = { width: 800, height: 400 };
const drawnWith = (unit: string) => ({
  shown: [{ channel: channelRow('p', { name: 'Pressure', unit }), series: 2 }],
  looks: {},
  palette: palettes.light,
});
const peak = (frequency: number, over: Partial<SpectralPeakReply> = {}): SpectralPeakReply => ({
  ...{ frequency, frequencyError: 0.001, amplitude: 2, amplitudeError: 0.1, aboveNoise: 100, broadness: 1 },
  ...over,
});
const spectrum = (over: Partial<SpectrumReply[number]> = {}): SpectrumReply[number] => ({
  ...{ symbol: 'p', conditionId: null, frequency: [0, 1, 2, 3], value: [9, 4, 2, null], band: { low: 0.5, high: 2 } },
  ...{ resolution: 1, samples: 60, stretches: 1, segment: 6, segments: 12, peaks: [], problem: null },
  ...over,
});

describe('a spectrum on its chart', () => {
  const of = (replies: SpectrumReply, over: object = {}, unit = 'kPa') =>
    asDrawn(
      spectrumOption(
        replies,
        {
          ...{ ...drawnWith(unit), as: 'density' as const, timeUnit: 's', isOrders: false },
          nameOfCondition: (id: number) => `condition ${id}`,
          ...over,
        },
        size,
      ),
    );
  test('leaves out zero frequency, which a logarithmic axis has no place for, and stands in its band', () => {
    const option = of([spectrum()]);
    const [band, line] = option.series;
    expect(line!.data).toEqual([
      [1, 4],
      [2, 2],
      [3, null],
    ]);
    expect(band).toMatchObject({
      name: '95 % band of p',
      data: [
        [1, 8],
        [2, 4],
        [2, 1],
        [1, 2],
      ],
    });
    expect([option.xAxis[0]!['type'], option.yAxis[0]!['type']]).toEqual(['log', 'log']);
  });
  test.each([
    ['amplitude', 's', 'kPa', 'Amplitude of Pressure (kPa)', 'Frequency (Hz)'],
    ['amplitude', 's', 'kPa(g)', 'Amplitude of Pressure (kPa)', 'Frequency (Hz)'],
    ['power', 's', 'degC', 'Power in each line of Pressure (Δ°C²)', 'Frequency (Hz)'],
    ['density', 's', 'kPa', 'Power density of Pressure (kPa²/Hz)', 'Frequency (Hz)'],
    ['density', 's', 'L/min', 'Power density of Pressure ((L/min)²/Hz)', 'Frequency (Hz)'],
    ['density', 'min', '', 'Power density of Pressure (min)', 'Frequency (1/min)'],
    ['amplitude', '', '', 'Amplitude of Pressure (1)', 'Frequency (1/sample)'],
    ['density', '', 'kPa', 'Power density of Pressure (kPa²·sample)', 'Frequency (1/sample)'],
  ] as const)('%s over %s of %s is titled %s', (as, timeUnit, unit, title, x) => {
    const option = of([spectrum()], { as, timeUnit }, unit);
    expect([option.title[0]!.text, option.xAxis[0]!['name']]).toEqual([title, x]);
  });
  test('over orders has no unit of time', () => {
    const option = of([spectrum()], { isOrders: true });
    expect([option.title[0]!.text, option.xAxis[0]!['name']]).toEqual([
      'Power density of Pressure (kPa²)',
      'Order (per turn)',
    ]);
  });
  test('the highest five of its lines are named at its own height', () => {
    const peaks = [1, 2, 2.1, 1.9, 0.9, 1.1].map((f, k) => peak(f, { aboveNoise: 100 - k }));
    const named = of([spectrum({ peaks })]).series.find((s) => s.name === 'places')!;
    expect(named.data).toHaveLength(5);
    expect(JSON.stringify(named.data)).toContain('"value":[1,4],"label":{"formatter":"1"');
  });
  test('of several conditions each is named and coloured by itself, and their lines are left to the board', () => {
    const option = of([spectrum({ conditionId: 3, peaks: [peak(1)] }), spectrum({ conditionId: 5 })]);
    expect(option.series.map((s) => s.name)).toEqual([
      '95 % band of condition 3',
      'condition 3',
      '95 % band of condition 5',
      'condition 5',
    ]);
    expect(option.title[0]!.text).toBe('{n0|condition 3}, {n1|condition 5} (kPa²/Hz)');
  });
  test('what has not come yet has no line', () => expect(of([]).series).toEqual([]));
});

describe('how it was computed, in words', () => {
  test('window, segments and stretches; nothing before there is one', () => {
    expect(averagedInWords([spectrum()])).toBe('Hann, 12 segments of 6 samples');
    expect(averagedInWords([spectrum({ segments: 1, stretches: 2 })], 'none')).toBe(
      'no window, 1 segment of 6 samples in 2 stretches',
    );
    expect(averagedInWords([])).toBe('');
    const failed = { problem: { code: 'X', message: '', facts: {} }, segments: 0 };
    expect(averagedInWords([spectrum(failed)])).toBe('');
  });
  test('of conditions with other lengths it names none of them', () =>
    expect(averagedInWords([spectrum(), spectrum({ segment: 12 })], 'flatTop')).toBe(
      'Flat top, segments of their own length each',
    ));
  test('from line to line', () => {
    expect(resolutionInWords(spectrum({ resolution: 0.25 }), 's')).toBe('a line every 0.25 Hz');
    expect(resolutionInWords(undefined, 's')).toBe('');
  });
  test('what is emptied is proposed again', () => {
    expect(chosenWith<object>({ as: 'power', segment: 64 }, { segment: null })).toEqual({ as: 'power' });
    expect(chosenWith<object>({ conditionIds: [1] }, { conditionIds: [] })).toEqual({});
    expect(chosenWith<object>({}, { overlap: 0 })).toEqual({ overlap: 0 });
  });
  test('segments are powers of two that the stretch holds', () => {
    expect(segmentChoices(100)).toEqual([16, 32, 64]);
    expect(segmentChoices(3)).toEqual([16]);
  });
});

describe('the lines of a spectrum', () => {
  const multiples = (...peaks: SpectralPeakReply[]) => peakRows([spectrum({ peaks })]).map((r) => r.multiple);
  test('a weaker one may be the first of them', () =>
    expect(multiples(peak(290), peak(48.3333))).toEqual([{ times: 6, of: 48.3333 }, null]));
  test('one at a whole multiple of another one says so, within what both are sure of', () =>
    expect(multiples(peak(50), peak(150.002), peak(150.02), peak(70))).toEqual([
      null,
      { times: 3, of: 50 },
      null,
      null,
    ]));
  test('what is not sure enough to tell one multiple from the next is not claimed', () => {
    expect(multiples(peak(50), peak(150, { frequencyError: 5 }))).toEqual([null, null]);
    expect(multiples(peak(50, { frequencyError: null }), peak(150))).toEqual([null, null]);
  });
  test('of several spectra each has its own', () =>
    expect(
      peakRows([spectrum({ peaks: [peak(50)] }), spectrum({ symbol: 'q', conditionId: 2, peaks: [peak(100)] })]).map(
        (r) => [r.symbol, r.conditionId, r.multiple],
      ),
    ).toEqual([
      ['p', null, null],
      ['q', 2, null],
    ]));
  test('without one it is said whether they were looked for', () => {
    const problem = { code: 'X', message: 'The clock is uneven.', facts: {} };
    expect(noLinesInWords([spectrum()])).toMatch(/^No line stands out of the noise: /);
    expect(noLinesInWords([spectrum({ peaks: null })])).toBe(
      'Lines are not looked for. That takes a stretch of at least 300 samples.',
    );
    const failed = spectrum({ peaks: null, problem });
    expect(noLinesInWords([failed])).toBe('Lines are not looked for. The clock is uneven.');
    expect(noLinesInWords([spectrum(), failed])).toBe(
      'No line stands out of the noise; in 1 of 2 spectra they are not looked for. The clock is uneven.',
    );
  });
  test('a hundred times the noise is 20 dB', () => expect(decibels(100)).toBeCloseTo(20, 12));
});

describe('how one channel follows another, on its chart', () => {
  const found: TransferReply = [
    {
      ...{ symbol: 'p', frequency: [0, 1, 2], gain: [9, 2, 0.1], gainError: [0, 0.5, 0.2], phase: [0, -45, 90] },
      ...{ phaseError: [0, 1, 2], coherence: [1, 0.9, 0.1], coherenceOfNoise: 0.2, samples: 60, stretches: 1 },
      ...{ segment: 6, segments: 12, problem: null },
    },
  ];
  const x = { symbol: 'u', name: 'Valve', unit: 'mm' };
  const of = (reply: TransferReply) => asDrawn(transferOption(reply, { ...drawnWith('kPa'), timeUnit: 's', x }, size));
  test('gain and phase stand in their bands of two standard uncertainties; what reaches below zero stays open on a logarithmic axis', () => {
    const option = of(found);
    const [gain, , phase] = option.series;
    // 0.1 ± 0.4 reaches below zero: to a tenth of the smallest gain.
    expect(gain!.data).toEqual([
      [1, 3],
      [2, 0.5],
      [2, expect.closeTo(0.01, 12)],
      [1, 1],
    ]);
    expect(phase!.data).toEqual([
      [1, -43],
      [2, 94],
      [2, 86],
      [1, -47],
    ]);
    expect(option.title[0]!.text).toBe('Gain from Valve to Pressure (kPa/mm)');
  });
  test('the limit of what noise would show is a level across the coherence', () => {
    expect(of(found).series.at(-1)!['markLine']).toMatchObject({ data: [{ yAxis: 0.2 }] });
    expect(of([{ ...found[0]!, coherenceOfNoise: null }]).series).toHaveLength(5);
  });
  test('of nothing, or of a channel that is not on the chart, there is none', () => {
    expect(of([])).toEqual({});
    expect(of([{ ...found[0]!, symbol: 'q' }])).toEqual({});
  });
  test.each([
    ['kPa', 'kPa(g)', ''],
    ['kPa', 'L/min', 'kPa/(L/min)'],
    ['L/min', 'rpm', '(L/min)/rpm'],
    ['', 'mm', '1/mm'],
    ['kPa', '', 'kPa'],
  ])('%s per %s is in %s', (to, from, unit) => expect(gainUnit(to, from)).toBe(unit));
});
