/** The colours of the bench by their role; the light theme is warm paper and ink, the dark one a warm near-black. */
export interface Palette {
  paper: string;
  sheet: string;
  ink: string;
  soft: string;
  faint: string;
  line: string;
  hair: string;
  act: string;
  onAct: string;
  actGround: string;
  doubt: string;
  kept: string;
  aside: string;
  /** Apart for every eye, as palette.test.ts measures; each comes with a shape, see chart/marks. On light they are those of figures. */
  series: readonly string[];
}
export type ThemeName = 'light' | 'dark';

export const palettes: Record<ThemeName, Palette> = {
  light: {
    paper: '#f7f4ed',
    sheet: '#fffdf8',
    ink: '#1d2b33',
    soft: '#5c6a70',
    faint: '#98a2a3',
    line: '#dcd6c8',
    hair: '#e9e4d8',
    act: '#0d6b62',
    onAct: '#ffffff',
    actGround: '#e3efec',
    doubt: '#a84e08',
    kept: '#9cc3ba',
    aside: '#e4dcc8',
    series: ['#1c9a66', '#5a337f', '#a2700e', '#266fc6', '#a01931', '#242c35'],
  },
  dark: {
    paper: '#1b1916',
    sheet: '#22201c',
    ink: '#ece7dc',
    soft: '#b3ab9c',
    faint: '#857d70',
    line: '#3d3932',
    hair: '#302d27',
    act: '#63c7b8',
    onAct: '#10201d',
    actGround: '#213632',
    doubt: '#f0a35e',
    kept: '#3f6f66',
    aside: '#453f35',
    series: ['#62d9a0', '#9a6fc4', '#e0a835', '#4a7df5', '#d9555c', '#d8dcec'],
  },
};

export const fonts = {
  words: "'Barlow', 'Segoe UI', 'Noto Sans', sans-serif",
  numbers: "'IBM Plex Mono', 'DejaVu Sans Mono', monospace",
} as const;
