import { describe, expect, test } from '@jest/globals';
import { asDrawn, channelRow } from '../../../test/replies';
import { palettes } from '../../theme/palette';
import { pairsOption, views, viewsOf } from './viewOption';

const size = { width: 800, height: 400 };
const chart = {
  shown: [{ channel: channelRow('p', { name: 'Pressure', unit: 'kPa' }), series: 2 }],
  looks: { Q: { log: true } },
  palette: palettes.light,
};

test('every way to look at a run has an address and a label; only a field is seen in space', () => {
  expect(views.map((v) => v.value)).toEqual(['field', 'run', 'channel', 'spectrum', 'transfer', 'histogram', 'cycles']);
  expect(viewsOf(false).map((v) => v.value)).toEqual(views.slice(1).map((v) => v.value));
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
