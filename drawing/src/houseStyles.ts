import type { FigureDressing, FigureLook } from '@undameter/contract';

export interface HouseStyle {
  id: string;
  title: string;
  /** What it is for, and its sizes. */
  words: string;
  look: FigureLook;
}

/**
 * Six colours that stay apart for eyes with any of the three colour blindnesses; the text of a name is darkened from
 * them where it needs to be. The measure is in houseStyles.test.ts.
 */
const colours = ['#1c9a66', '#5a337f', '#a2700e', '#266fc6', '#a01931', '#242c35'];

const report: FigureLook = {
  widthMm: 160,
  heightMm: 100,
  fontPt: 9,
  linePt: 1,
  axisPt: 0.6,
  symbolMm: 1.8,
  colours,
  toldBy: 'colour',
  grid: true,
  frame: 'axes',
  ground: '#ffffff',
  barsFactor: 2,
};

/** The styles that ship with the app; the first is that of a new figure. */
export const houseStyles: readonly HouseStyle[] = [
  { id: 'report', title: 'Report', words: '9 pt, lines of 1 pt', look: report },
  {
    id: 'slide',
    title: 'Slide',
    words: '16 pt, lines of 2.2 pt',
    look: { ...report, widthMm: 240, heightMm: 135, fontPt: 16, linePt: 2.2, axisPt: 1.1, symbolMm: 3.2 },
  },
  {
    id: 'blackAndWhite',
    title: 'Black and white',
    words: 'told by symbol and line',
    look: { ...report, colours: ['#000000'], toldBy: 'shape', grid: false, frame: 'box' },
  },
];

/** How a new figure is dressed in a style. */
export const dressingOf = ({ title, look }: Pick<HouseStyle, 'title' | 'look'>): FigureDressing => ({
  styleName: title,
  look,
  title: '',
  caption: '',
  noteShown: true,
  axes: {},
  series: {},
  key: { place: 'ends', corner: 'free', order: [] },
  equations: {},
  notes: [],
  lines: [],
  points: [],
});
