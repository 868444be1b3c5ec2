import { describe, expect, test } from '@jest/globals';
import { asDrawn, candidateOf, comparisonOf } from '../../test/replies';
import { palettes } from '../theme/palette';
import { compareOption, type DifferenceView } from './compareOption';

const palette = palettes.light;
const draw = (reply: ReturnType<typeof comparisonOf>, view?: DifferenceView) =>
  asDrawn(compareOption(reply, palette, { width: 800, height: 500 }, view));
const inPane = (option: ReturnType<typeof draw>, pane: number) => option.series.filter((s) => s.xAxisIndex === pane);
const band = { x: [1, 3], y: [2.5, 6.5], low: [2, 6], high: [3, 7] };
const one = comparisonOf(['simulated'], [{ name: 'all', candidates: [candidateOf()] }]);

describe('how candidates look', () => {
  test.each([
    ['simulated', [6, 4], 1.8],
    ['fit', 'solid', 1.8],
    ['measured', [1.5, 3.5], 1.2],
  ] as const)('%s is %j', (kind, type, width) => {
    const [line] = inPane(draw(comparisonOf([kind], [{ name: 'all', candidates: [candidateOf()] }])), 0);
    expect(line!['lineStyle']).toMatchObject({ type, width, color: palette.series[1] });
  });
  test('a fit has its band, the reference open symbols in ink', () => {
    const option = draw(comparisonOf(['fit'], [{ name: 'all', candidates: [candidateOf({ curve: band })] }]));
    expect(inPane(option, 0).map((s) => s.type)).toEqual(['custom', 'line', 'scatter']);
    expect(inPane(option, 0)[2]!['itemStyle']).toMatchObject({ borderColor: palette.ink });
  });
  test('points with ± have bars, without have none', () => {
    const bars = (yUncertainty: number[]) =>
      inPane(draw(comparisonOf(['fit'], [{ name: 'all', candidates: [candidateOf()], yUncertainty }])), 0).filter(
        (s) => s.type === 'custom',
      ).length;
    expect([bars([0.1, 0.1, 0.1]), bars([])]).toEqual([1, 0]);
  });
  test('of several series each has a colour and its name at the end, once', () => {
    const option = draw(
      comparisonOf(
        ['fit', 'simulated'],
        ['2900 rpm', '2320 rpm'].map((name) => ({ name, candidates: [candidateOf(), candidateOf()] })),
      ),
    );
    const lines = inPane(option, 0).filter((s) => s.type === 'line');
    expect(lines.map((l) => (l['lineStyle'] as { color: string }).color)).toEqual([
      palette.series[0],
      palette.series[0],
      palette.series[1],
      palette.series[1],
    ]);
    expect(lines.map((l) => (l['endLabel'] as { formatter: string } | undefined)?.formatter)).toEqual([
      '2900 rpm',
      undefined,
      '2320 rpm',
      undefined,
    ]);
    expect(lines.map((l) => l.name)).toEqual(['2900 rpm, c1', '2900 rpm, c2', '2320 rpm, c1', '2320 rpm, c2']);
  });
  test('one that cannot be computed is not drawn', () => {
    const problem = { code: 'X', message: 'no', facts: {} };
    const option = draw(comparisonOf(['fit'], [{ name: 'all', candidates: [candidateOf({ problem })] }]));
    expect(inPane(option, 0).map((s) => s.type)).toEqual(['scatter']);
    expect(inPane(option, 1).map((s) => s.type)).toEqual(['line']);
  });
  test('the key names only the kinds that are there', () => {
    const words = (kinds: ('fit' | 'simulated' | 'measured')[]) =>
      (
        draw(comparisonOf(kinds, [{ name: 'all', candidates: kinds.map(() => candidateOf()) }])) as unknown as {
          graphic: { style: { text?: string } }[];
        }
      ).graphic.flatMap((g) => g.style.text ?? []);
    expect(words(['fit', 'simulated'])).toEqual(['reference', 'model, 95 % band', 'simulated']);
    expect(words(['measured'])).toEqual(['reference']);
  });
});

describe('below', () => {
  test('candidate less reference, about zero', () => {
    const option = draw(one);
    expect(option.title[1]!.text).toBe('Candidate − reference (m)');
    const [zero, at] = inPane(option, 1);
    expect(zero!['markLine']).toMatchObject({ data: [{ yAxis: 0 }] });
    expect(at!.data).toEqual([
      [1, 0.5],
      [2, 0.6],
      [3, 0.4],
    ]);
  });
  test('with the ± of each difference where one is known', () => {
    const drawn = { ...candidateOf().drawn, uncertainty: [null, 0.1, 0.1] };
    const option = draw(comparisonOf(['fit'], [{ name: 'all', candidates: [candidateOf({ drawn })] }]));
    expect(inPane(option, 1).map((s) => s.type)).toEqual(['line', 'custom', 'scatter']);
  });
  test('several candidates are told apart by the symbols that the title names', () => {
    const option = draw(
      comparisonOf(['fit', 'simulated'], [{ name: 'all', candidates: [candidateOf(), candidateOf()] }]),
    );
    expect(option.title[1]!.text).toBe('Candidate − reference (m): ○ c1, □ c2');
    expect(inPane(option, 1).flatMap((s) => (s.type === 'scatter' ? [s['symbol']] : []))).toEqual(['circle', 'rect']);
  });
  test('or against each other: what lies on the line is equal, on axes of one length', () => {
    const option = draw(one, 'equality');
    expect(option.title[1]!.text).toBe('Candidate head (m)');
    expect(option.xAxis[1]!['name']).toBe('Reference head (m)');
    const [equal, at] = inPane(option, 1);
    expect(equal!.data).toEqual([
      [2, 2],
      [6.4, 6.4],
    ]);
    expect(at!.data).toEqual([
      [2, 2.5],
      [4, 4.6],
      [6, 6.4],
    ]);
  });
  test('no line of equality where nothing can be compared', () => {
    const empty = { x: [], difference: [], reference: [], candidate: [], uncertainty: [] };
    const option = draw(
      comparisonOf(['fit'], [{ name: 'all', candidates: [candidateOf({ drawn: empty })] }]),
      'equality',
    );
    expect(inPane(option, 1)[0]!.data).toEqual([]);
  });
});
