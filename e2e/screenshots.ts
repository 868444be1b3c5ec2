/** npm run screenshots: the current picture of each place with the demo data, into docs/screenshots. */
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { chromium, type Page } from '@playwright/test';
import { newDataDirectory, removeDataDirectory, startBuilt } from '../scripts/testing/startBuilt';
import { choose, fileInput, knotCell, paste } from './bench';
import config from './playwright.config';

const folder = join(import.meta.dirname, '..', 'docs', 'screenshots');
const log = [
  'Rig: Loop 3',
  '',
  'Time;Shaft speed;Flow;Discharge pressure;Spare',
  's;rpm;L/min;kPa;V',
  ...Array.from(
    { length: 40 },
    (_, i) => `${i},0;2900;${(60 + i / 10).toFixed(1).replace('.', ',')};${i === 7 ? 'OL' : '300,5'};`,
  ),
].join('\n');

const settled = async (page: Page): Promise<void> => {
  // Live values are asked for again and again.
  await page.waitForLoadState('networkidle', { timeout: 5000 }).catch(() => undefined);
  await page.waitForTimeout(600);
};

/**
 * Six readings of the simulated rig, one of them taken again, the line through them drawn to its crossing with zero.
 */
async function takeReadings(page: Page): Promise<void> {
  const read = ['read Flow at Drive', 'read Discharge pressure at Data unit', 'read Shaft torque at Drive'];
  for (const what of ['set Valve opening at Drive', ...read]) await page.getByRole('checkbox', { name: what }).check();
  await page.getByRole('checkbox', { name: 'a plan of settings' }).check();
  await page.getByRole('spinbutton', { name: 'Plan from' }).fill('62');
  await page.getByRole('spinbutton', { name: 'Plan to' }).fill('22');
  await page.getByRole('spinbutton', { name: 'Steps of the plan' }).fill('8');
  await page.getByRole('button', { name: 'Begin' }).click();
  await page.getByText('How readings are taken').click();
  await page.getByRole('spinbutton', { name: 'Q steady within ±' }).fill('0.8');
  await page.getByRole('button', { name: 'Take readings so' }).click();
  await page.getByRole('radiogroup', { name: 'Curve' }).getByText('straight line').click();
  await page.getByRole('checkbox', { name: 'draw it to its crossing with zero' }).check();
  for (let row = 1; row <= 6; row++) {
    await page.getByRole('button', { name: /^Take the reading/ }).click();
    await page.getByText(`Row ${row} kept`).waitFor({ timeout: 60_000 });
  }
  await knotCell(page, 3, 1).click();
  await page.getByRole('button', { name: /^Take row 4 again/ }).click();
  await page.getByText('Row 10 kept').waitFor({ timeout: 60_000 });
  await page.locator('.panel').evaluate((panel) => panel.scrollTo(0, 0));
}

/** A chart of an old report: its axes known and tested, the whole line followed. */
async function readPicture(page: Page): Promise<void> {
  const head = (flow: number): number => 27.6 - 1.45e-3 * flow ** 2;
  const at = (flow: number, metres: number) => ({ x: 100 + 8 * flow, y: 600 - 18 * metres });
  const curve = Array.from({ length: 50 }, (_, k) => at(2 * k, head(2 * k)));
  const even = (step: number, line: (v: number) => string): string =>
    [0, 1, 2, 3, 4, 5].map((k) => line(k * step)).join('');
  const chart = `<svg xmlns="http://www.w3.org/2000/svg" width="1000" height="700" font-family="serif" font-size="20">
    <rect width="100%" height="100%" fill="#f6f1e2"/><g stroke="#cfc8b4">
    ${even(20, (v) => `<path d="M${at(v, 0).x} 60V600"/>`)}${even(6, (v) => `<path d="M100 ${at(0, v).y}H900"/>`)}</g>
    ${even(20, (v) => `<text x="${at(v, 0).x - 10}" y="630">${v}</text>`)}${even(6, (v) => `<text x="60" y="${at(0, v).y}">${v}</text>`)}
    <text x="430" y="670">Flow, L/min</text><text x="110" y="45">Head, m</text>
    <polyline points="${curve.map(({ x, y }) => `${x},${y}`).join(' ')}" fill="none" stroke="#30406a" stroke-width="3"/></svg>`;
  const file = { name: 'old report.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(chart) };
  await fileInput(page).first().setInputFiles(file);
  const stage = page.getByRole('application', { name: /^Picture/ });
  await stage.waitFor();
  const box = (await stage.boundingBox())!;
  const scale = 0.96 * Math.min(box.width / 1000, box.height / 700);
  const click = ({ x, y }: { x: number; y: number }) =>
    page.mouse.click(box.x + box.width / 2 + (x - 500) * scale, box.y + box.height / 2 + (y - 350) * scale);
  const tool = (name: string) => page.locator('.tool-choice').getByText(name, { exact: true }).click();
  const known: ['x' | 'y', number][] = [
    ['x', 0],
    ['x', 100],
    ['y', 6],
    ['y', 30],
    ['x', 60],
    ['y', 18],
  ];
  for (const [k, [axis, value]] of known.entries()) {
    await tool(`${axis} axis`);
    await click(axis === 'x' ? at(value, 0) : at(0, value));
    await page.getByRole('spinbutton', { name: `Value of known place ${k + 1}` }).fill(String(value));
  }
  for (const [label, text] of [
    ['Name of x', 'Flow'],
    ['Symbol of x', 'Q'],
    ['Unit of x', 'L/min'],
    ['Name of y', 'Head'],
    ['Symbol of y', 'H'],
    ['Unit of y', 'm'],
  ] as const)
    await page.getByRole('textbox', { name: label, exact: true }).fill(text);
  await tool('line');
  await click(at(50, head(50)));
  await page.getByText(/places of the line found/).waitFor();
  await page.mouse.move(box.x + box.width / 2 + 10, box.y + box.height / 2 - 90);
}

/** Name, address within its campaign, what is done there, and the campaign: the first one unless told otherwise. */
const views: readonly [string, string, ((page: Page) => Promise<unknown>)?, number?][] = [
  ['campaign', ''],
  [
    'intake',
    '/intake',
    async (page) => {
      await fileInput(page).setInputFiles({ name: 'loop3-check.csv', mimeType: 'text/csv', buffer: Buffer.from(log) });
      await page.getByText('First lines, as read').waitFor();
    },
  ],
  [
    'join',
    '/intake?join=1',
    async (page) => {
      await page.getByText('Channels beside').click();
      await page.getByRole('button', { name: /Find it/ }).click();
      await settled(page);
      await page.locator('.bring input[type=checkbox]').first().check();
    },
  ],
  ['signals', '/signals/1', (page) => page.getByRole('button', { name: /^Step 10/ }).click()],
  ['conditions-run', '/conditions', (page) => page.getByRole('row', { name: /2200 rpm/ }).click()],
  [
    'conditions',
    '/conditions',
    async (page) => {
      await page.getByText('Propose conditions from the set points').click();
      await page.getByRole('button', { name: 'Accept 18' }).click();
      await settled(page);
      await page.getByText('Map', { exact: true }).click();
      await choose(page, 'Up the map', 'Head');
      await choose(page, 'Across the map', 'Flow');
      await page
        .getByText(/^Operating points/)
        .first()
        .click();
    },
  ],
  [
    'field',
    '/signals/8',
    async (page) => {
      await page.getByRole('button', { name: '+ Derived run' }).click();
      await page.getByRole('textbox', { name: 'Stations' }).fill('0.15 0.5 0.85');
      await page.getByText(/^3 cuts/).waitFor();
    },
    2,
  ],
  [
    'typed',
    '/intake?typed=new',
    async (page) => {
      const rows = ['10,2\t27,3', '22\t26,6', '35,8\t25,2', '48\t23,3', '60\t20,9', '75\t17,4', '90\t13,2'];
      await paste(page, ['Flow Q (L/min)\tHead (m)', ...rows].join('\n'));
      await page.getByRole('textbox', { name: 'Uncertainty of column 2' }).fill('0,2');
      await page.getByRole('radiogroup', { name: 'Curve' }).getByText('straight line').click();
    },
  ],
  ['spectrum', '/signals/4', async (page) => choose(page, 'View', 'Spectrum')],
  [
    'tables',
    '/tables/4',
    async (page) => {
      await page.getByText('knots', { exact: true }).click();
      await page.getByRole('textbox', { name: 'Argument to look up', exact: true }).fill('23.4');
      await page.getByRole('textbox', { name: 'Second argument to look up' }).fill('35');
    },
  ],
  ['models', '/models', (page) => page.getByRole('row', { name: /2900 rpm/ }).click()],
  [
    'start-values',
    '/models/3',
    async (page) => {
      await page.getByRole('radiogroup', { name: 'Of the fit' }).getByText('Parameters').click();
      await page.getByRole('switch', { name: 'Start curve' }).click();
      await page.getByRole('group', { name: 'Nudge tau' }).getByText('+10 %').click();
    },
  ],
  [
    'draws',
    '/models/1',
    async (page) => {
      await page.getByRole('row', { name: /2900 rpm/ }).click();
      const draws = page.getByRole('region', { name: 'Monte Carlo of the whole way' });
      await draws.getByRole('button', { name: 'Draw' }).click();
      await draws.getByText('2000 of 2000 draws', { exact: true }).waitFor({ timeout: 180_000 });
      await draws.getByText(/^Drawn were/).scrollIntoViewIfNeeded();
    },
  ],
  ['compare', '/compare', (page) => page.getByRole('row', { name: /2900 rpm.*Simulated head curve/ }).click()],
  [
    'report',
    '/report',
    async (page) => {
      await page.getByText('none moved').waitFor({ timeout: 60_000 });
      await page.locator('summary', { hasText: 'Numbers' }).waitFor({ timeout: 60_000 });
    },
  ],
  [
    'figure',
    '/report/figure/2',
    (page) =>
      page
        .getByRole('toolbar', { name: 'Parts of the figure' })
        .getByRole('button', { name: 'x axis', exact: true })
        .click(),
  ],
  ['picture', '/intake', readPicture],
  // Last of all: it makes a run.
  ['readings', '/intake?bench=new', takeReadings],
];

const data = newDataDirectory();
const server = await startBuilt(data, ['--demo']);
const browser = await chromium.launch(config.use!.launchOptions);
mkdirSync(folder, { recursive: true });
try {
  for (const theme of ['light', 'dark'] as const) {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, colorScheme: theme });
    for (const [name, path, take, campaign = 1] of views) {
      if (theme === 'dark' && name !== 'models') continue;
      await page.goto(`${server.address}/campaign/${campaign}${path}`);
      await settled(page);
      await take?.(page);
      await settled(page);
      // What is in hand would still be so in the next picture.
      await page.evaluate(() => sessionStorage.clear());
      await page.screenshot({ path: join(folder, theme === 'dark' ? `${name}-dark.png` : `${name}.png`) });
    }
  }
} finally {
  await browser.close();
  await server.stop();
  removeDataDirectory(data);
}
