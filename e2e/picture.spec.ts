/** Points off a picture: a chart of an old report becomes two runs, fitted like any other. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, type Page } from '@playwright/test';
import { benchTest, choose, fileInput, go, ledger } from './bench';

const test = benchTest(true);

/** The demo's pump at two speeds, as it would stand in an old report: head in m at a flow in L/min. */
const head = (speed: number, flow: number): number => 27.6 * (speed / 2900) ** 2 - 1.45e-3 * flow ** 2;
const [WIDTH, HEIGHT] = [1000, 700];
/** Flow from 0 to 100 at 100 to 900 pixels, head from 0 to 30 at 600 to 60. */
const at = (flow: number, metres: number) => ({ x: 100 + 8 * flow, y: 600 - 18 * metres });
const curve = (speed: number, most: number): string =>
  Array.from({ length: 81 }, (_, k) => (most * k) / 80)
    .map((flow) => at(flow, head(speed, flow)))
    .map(({ x, y }) => `${x.toFixed(2)},${y.toFixed(2)}`)
    .join(' ');
const lines = (from: number, to: number, step: number, of: (v: number) => string): string =>
  Array.from({ length: Math.round((to - from) / step) + 1 }, (_, k) => of(from + k * step)).join('');
const chart = `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${HEIGHT}">
<script>document.title = 'ran'</script>
<rect width="100%" height="100%" fill="#fdfcf6"/>
${lines(0, 100, 20, (v) => `<path d="M${at(v, 0).x} 60V600" stroke="#d8d8d8"/><text x="${at(v, 0).x}" y="625">${v}</text>`)}
${lines(0, 30, 5, (v) => `<path d="M100 ${at(0, v).y}H900" stroke="#d8d8d8"/><text x="60" y="${at(0, v).y}">${v}</text>`)}
<path d="M100 60V600H900" fill="none" stroke="#222" stroke-width="2"/>
<polyline points="${curve(2900, 98)}" fill="none" stroke="#b02030" stroke-width="3"/>
<polyline points="${curve(2200, 95)}" fill="none" stroke="#2050b0" stroke-width="3" stroke-dasharray="12 7"/>
</svg>`;

const stage = (page: Page) => page.getByRole('application', { name: /^Picture/ });
const tool = (page: Page, name: string) => page.locator('.tool-choice').getByText(name, { exact: true }).click();

/** Clicks a place of the picture, seen as a whole. */
async function clickAt(page: Page, { x, y }: { x: number; y: number }, size = { width: WIDTH, height: HEIGHT }) {
  const box = (await stage(page).boundingBox())!;
  const scale = 0.96 * Math.min(box.width / size.width, box.height / size.height);
  const onStage = (v: number, whole: number, side: number) => side / 2 + (v - whole / 2) * scale;
  await page.mouse.click(box.x + onStage(x, size.width, box.width), box.y + onStage(y, size.height, box.height));
}

/** Names both axes and says in which units they are. */
async function nameAxes(page: Page): Promise<void> {
  for (const [axis, name, symbol, unit] of [
    ['x', 'Flow', 'Q', 'L/min'],
    ['y', 'Head', 'H', 'm'],
  ] as const) {
    await page.getByRole('textbox', { name: `Name of ${axis}` }).fill(name);
    await page.getByRole('textbox', { name: `Symbol of ${axis}` }).fill(symbol);
    await page.getByRole('textbox', { name: `Unit of ${axis}` }).fill(unit);
  }
}

test('a chart of an old report gives two curves, with axes that were tested, and they are fitted', async ({
  bench: page,
}) => {
  await page.getByText('Loop 3: head and efficiency').first().click();
  await go(page, 'Intake');
  const sent = { name: 'old report.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(chart) };
  await fileInput(page).first().setInputFiles(sent);
  await expect(stage(page)).toBeVisible();
  // What is written in a drawing does not run.
  expect(await page.title()).not.toBe('ran');

  // Four known values, and a fifth that tests them; one that is misread is named.
  const values: [string, { x: number; y: number }, string][] = [
    ['x', at(0, 0), '0'],
    ['x', at(100, 0), '100'],
    ['y', at(0, 0), '0'],
    ['y', at(0, 30), '30'],
    ['x', at(60, 0), '80'],
  ];
  for (const [k, [axis, place, value]] of values.entries()) {
    await tool(page, `${axis} axis`);
    // Two places lie at the same corner: the second is clicked beside it, and moved there by keys.
    const beside = k === 2 ? { x: place.x, y: place.y - 18 } : place;
    await clickAt(page, beside);
    await page.getByRole('spinbutton', { name: `Value of known place ${k + 1}` }).fill(k === 2 ? '1' : value);
  }
  await expect(page.getByText(/The known points contradict each other: point \d/)).toBeVisible();
  await page.getByRole('spinbutton', { name: 'Value of known place 5' }).fill('60');
  await expect(
    page.getByText('The known places agree to better than 0.01 pixels. y is not tested: it has just two.'),
  ).toBeVisible();
  await nameAxes(page);

  // A whole line and a dashed one are followed by their colours.
  await page.getByRole('textbox', { name: 'Name of series 1' }).fill('2900 rpm');
  await tool(page, 'line');
  await clickAt(page, at(50, head(2900, 50)));
  await expect(page.getByText(/^\d+ places of the line found/)).toBeVisible();
  await page.getByRole('button', { name: '+ Series' }).click();
  await page.getByRole('textbox', { name: 'Name of series 2' }).fill('2200 rpm');
  await clickAt(page, at(30, head(2200, 30)));
  await expect(page.getByRole('group', { name: 'Series 2' }).getByText(/^[4-9]\d\d points$/)).toBeVisible();

  // Undone and done again; a reload keeps what is not saved yet.
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('group', { name: 'Series 2' }).getByText('0 points')).toBeVisible();
  await page.getByRole('button', { name: 'Redo' }).click();
  await page.reload();
  await expect(page.getByRole('group', { name: 'Series 2' }).getByText(/^[4-9]\d\d points$/)).toBeVisible();
  await page.getByRole('button', { name: 'Make runs' }).click();
  await page.getByRole('link', { name: 'The run of 2900 rpm' }).click();
  await expect(page.getByRole('heading', { name: 'old report: 2900 rpm' })).toBeVisible();

  // The parabola through what was read has the constants that the chart was drawn from.
  await go(page, 'Models');
  await page.getByRole('button', { name: '+ Fit' }).click();
  await choose(page, 'Run of the fit', 'old report: 2900 rpm');
  await choose(page, 'x', /^Q/);
  await choose(page, 'y', /^H/);
  await page.getByRole('spinbutton', { name: 'Degree' }).fill('2');
  const row = page.getByRole('row', { name: /all kept samples/ });
  await expect(row).toContainText(/27\.[56]\d/);
  expect((await ledger(page))['kept']).toBeGreaterThan(700);
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Head in the old report');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Saved' })).toBeVisible();

  // It is held against what the demo measured, beside the simulation.
  await go(page, 'Compare');
  await page.getByRole('button', { name: '+ Candidate' }).click();
  // Far down the list: found by typing.
  await page.getByRole('combobox', { name: 'Source of candidate 3' }).click();
  await page.keyboard.type('Head in the old');
  await page.keyboard.press('Enter');
  const held = page.getByRole('row', { name: /2900 rpm.*Head in the old report/ });
  // Four operating points; the old report drew the same pump.
  await expect(held.getByRole('cell').nth(2)).toHaveText('4');
  await expect(held.getByRole('cell').nth(3)).toHaveText(/^−?0\.0[0-4]\d*$/);
});

/** A page of a document that a plotting library drew: two lines, and marks with error bars. */
const document = readFileSync(join(import.meta.dirname, '..', 'core', 'test', 'pictures', 'page.pdf'));
const sheet = { width: 1600, height: 1120 };
/** Flow from 0 to 120 and head from 0 to 30, at 200 dots an inch. */
const onPage = (flow: number, metres: number) => ({
  x: 200 + (flow * 1240) / 120,
  y: 996.8 - (metres * 862.4) / 30,
});

test('marks with their error bars and a line at chosen flows, off a page, become one run and a table', async ({
  bench: page,
}) => {
  await page.getByText('Loop 3: head and efficiency').first().click();
  await go(page, 'Intake');
  const sent = { name: 'old page.pdf', mimeType: 'application/pdf', buffer: document };
  await fileInput(page).first().setInputFiles(sent);
  await expect(stage(page)).toBeVisible();
  await expect(page.getByText('of 1')).toBeVisible();
  const click = (flow: number, metres: number) => clickAt(page, onPage(flow, metres), sheet);
  for (const [k, [axis, flow, metres]] of (
    [
      ['x', 0, 0],
      ['x', 120, 0],
      ['y', 0, 5],
      ['y', 0, 30],
    ] as const
  ).entries()) {
    await tool(page, `${axis} axis`);
    await click(flow, metres);
    const value = page.getByRole('spinbutton', { name: `Value of known place ${k + 1}` });
    await value.fill(String(axis === 'x' ? flow : metres));
  }
  await nameAxes(page);

  // The middles of the marks, and their bars.
  await page.getByRole('textbox', { name: 'Name of series 1' }).fill('2600 rpm');
  await tool(page, 'error bars');
  await click(58, head(2600, 58) + 0.7);
  await expect(page.getByText('No point of the series has an error bar of this colour')).toBeVisible();
  await tool(page, 'marks');
  await click(8, head(2600, 8));
  await expect(page.getByText('9 marks found.')).toBeVisible();
  await tool(page, 'error bars');
  await click(58, head(2600, 58) + 0.7);
  await expect(page.getByText('Error bars read on 9 points.')).toBeVisible();
  await choose(page, 'Half of a bar is', 'twice the standard uncertainty (k = 2)');
  const fifth = page.getByRole('region', { name: '2600 rpm' }).getByRole('row').nth(5);
  await expect(fifth).toContainText(/5(7\.9|8\.0)\d*/);
  // 0.6 + 0.006 · 58 was drawn.
  await expect(fifth).toContainText(/0\.9[345]\d?/);

  await page.context().grantPermissions(['clipboard-read', 'clipboard-write']);
  await page.getByRole('button', { name: 'Copy rows' }).click();
  await expect(page.getByText('9 rows on the clipboard')).toBeVisible();
  const copied = await page.evaluate(() => navigator.clipboard.readText());
  expect(copied.split('\r\n')[0]).toBe(
    'Point\tQ (L/min)\t± (k = 2) (L/min)\tH (m)\t± (k = 2) (m)\thalf of its bar (m)',
  );
  expect(copied.trim().split('\r\n')).toHaveLength(10);

  // Of the line the flows that are wanted; where it was not seen is said.
  await page.getByRole('button', { name: '+ Series' }).click();
  await page.getByRole('textbox', { name: 'Name of series 2' }).fill('2900 rpm');
  await tool(page, 'line');
  await click(60, head(2900, 60));
  await expect(page.getByText(/^1\d{3} places of the line found/)).toBeVisible();
  // Of so many rows a part is drawn at first.
  const rows = page.getByRole('region', { name: '2900 rpm' }).locator('tbody tr[data-row-key]');
  await expect(rows).toHaveCount(300);
  await page.getByRole('button', { name: /rows more: show 300 of them/ }).click();
  await expect(rows).toHaveCount(600);
  await page.getByRole('textbox', { name: 'Values of x' }).fill('10 to 130 by 20');
  await page.getByRole('button', { name: 'Keep these' }).click();
  await expect(page.getByText('The line read at 6 values of x; it was not seen at 130.')).toBeVisible();
  await page.getByRole('button', { name: 'Make a property table of it' }).click();
  await expect(page.getByRole('link', { name: 'The table Head, 2900 rpm' })).toBeVisible();

  // One run of both, in which a column says which series a row is of.
  await choose(page, 'They become', 'one run, with a column of series');
  await page.getByRole('button', { name: 'Make runs' }).click();
  await page.getByRole('link', { name: 'The run of 2600 rpm, 2900 rpm' }).click();
  await expect(page.getByRole('heading', { name: 'old page' })).toBeVisible();
  await expect.poll(async () => (await ledger(page))['kept']).toBe(15);
  await go(page, 'Tables');
  await page.getByRole('row', { name: /Head, 2900 rpm/ }).click();
  await expect(page.getByRole('banner').getByText('read off the picture old page')).toBeVisible();
});
