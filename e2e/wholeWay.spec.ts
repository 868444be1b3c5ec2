/** The whole way on a fresh data directory, with logs that are not the demo's: a valve block on an oil bench. */
import { readFileSync } from 'node:fs';
import { expect, type Page } from '@playwright/test';
import { acceptStep, addStep, benchTest, choose, drag, fileInput, go, ledger, typeKnots } from './bench';

const test = benchTest(false);

/** Pressure drop in bar of the block at a flow in L/min and a temperature in °C: what the fit has to give back. */
const drop = (flow: number): number => 0.4 + 0.02 * flow + 0.0015 * flow * flow;

/** Two pump speeds, flow swept at each; decimal commas, a units row, bad cells, junk before start and after stop. */
function blockLog(): string {
  const lines = [
    'Oil bench, valve block',
    'Operator: none',
    '',
    'Time;Pump speed;Flow;Drop;Oil temperature;Spare',
    's;rpm;L/min;bar;°C;V',
  ];
  const comma = (v: number, digits: number) => v.toFixed(digits).replace('.', ',');
  for (let i = 0; i < 1200; i++) {
    const running = i >= 100 && i < 1100;
    const speed = !running ? 0 : i < 600 ? 1000 : 1500;
    const flow = running ? (speed / 100) * (1 + (2 * ((i - 100) % 500)) / 500) : 0;
    const ripple = Math.sin(i * 12.9898) * 0.01;
    const cells = [
      comma(i / 10, 1),
      String(speed),
      comma(flow, 3),
      comma(running ? drop(flow) + ripple : 0, 4),
      comma(30 + i / 100, 2),
      '',
    ];
    if (i === 333) cells[3] = 'ERR 3';
    lines.push(cells.join(';'));
  }
  return lines.join('\r\n') + '\r\nstopped by hand\r\n';
}

const simulated = [
  'Flow [L/min],Drop [bar]',
  ...Array.from({ length: 12 }, (_, k) => `${5 + 4 * k},${(drop(5 + 4 * k) + 0.1).toFixed(4)}`),
].join('\n');

test('from a log to a finding', async ({ bench: page }) => {
  // Campaign
  await page.getByRole('textbox', { name: 'Name' }).fill('Valve block');
  await page.getByRole('textbox', { name: 'Question' }).fill('What does the block cost in pressure?');
  await page.getByRole('button', { name: 'Begin' }).click();
  await expect(page.getByText('No run yet.')).toBeVisible();
  const title = page.getByRole('textbox', { name: 'Name of the campaign' });
  await title.fill('Valve block, cold');
  await title.press('Enter');
  await expect(page.locator('.rail')).toContainText('Valve block');

  // Intake: what was understood, a correction, the account of the import
  await go(page, 'Intake');
  await fileInput(page).setInputFiles({ name: 'block.csv', mimeType: 'text/csv', buffer: Buffer.from(blockLog()) });
  await expect(page.getByText('semicolon gives 6 columns')).toBeVisible();
  await expect(page.getByRole('checkbox', { name: 'Keep Spare' })).not.toBeChecked();
  await expect(page.locator('.first-lines tr.units')).toContainText('L/min');
  await page.getByRole('textbox', { name: 'symbol of column 4' }).fill('dp');
  await page.getByRole('textbox', { name: 'symbol of column 5' }).fill('T_o');
  await page.getByRole('button', { name: 'Import 5 of 6 columns' }).click();
  await expect(
    page.getByText('Drop: 1 cell that is no number, counted as missing, the first in line 339: “ERR 3”'),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Look at its signals' }).click();

  // Signals: cut by hand on the chart, undo, set aside, derive with a refused and a mended formula, smooth, differentiate
  await expect.poll(() => ledger(page)).toMatchObject({ logged: 1200, kept: 1200 });
  await drag(page, 0.15, 0.85);
  await page.getByRole('button', { name: 'Keep only this' }).click();
  await expect.poll(async () => (await ledger(page))['kept']).toBeLessThan(900);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await ledger(page))['kept']).toBe(1200);
  await addStep(page, 'Trim');
  await page.getByRole('spinbutton', { name: 'From' }).fill('10');
  await page.getByRole('spinbutton', { name: 'To' }).fill('109.9');
  await acceptStep(page);
  await expect.poll(() => ledger(page)).toMatchObject({ trimmed: -200, kept: 1000 });
  await drag(page, 0.4, 0.402);
  await expect(page.getByRole('toolbar', { name: 'Selection' })).toBeVisible();
  await page.keyboard.press('s');
  await expect.poll(async () => (await ledger(page))['set aside']).toBeLessThan(0);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await ledger(page))['kept']).toBe(1000);

  // Tables: typed, with its source, before a formula calls it
  await go(page, 'Tables');
  await page.getByRole('button', { name: '+ Table' }).click();
  await page.getByRole('textbox', { name: 'Quantity' }).fill('Oil density');
  await page.getByRole('textbox', { name: 'Symbol' }).fill('rho_o');
  await page.getByRole('textbox', { name: 'Unit', exact: true }).fill('kg/m^3');
  await page.getByRole('textbox', { name: 'Argument', exact: true }).fill('Temperature');
  await page.getByRole('textbox', { name: 'Its unit' }).fill('°C');
  await typeKnots(page, [
    ['20', '870'],
    ['60', '842'],
  ]);
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('alert')).toContainText('still needs a source');
  await page.getByRole('textbox', { name: 'Source' }).fill('supplier certificate, invented');
  await page.getByRole('button', { name: 'Save' }).click();
  // The saved table takes the place of the new one.
  await expect(page.getByRole('heading', { name: 'Table', exact: true })).toBeVisible();
  await expect(page.getByRole('row', { name: /rho_o/ })).toBeVisible();
  await page.getByRole('textbox', { name: 'Argument to look up' }).fill('40');
  await expect(page.getByText('rho_o = 856 kg/m³')).toBeVisible();
  await page.getByRole('textbox', { name: 'Value to find' }).fill('856');
  await expect(page.getByText('at 40 °C')).toBeVisible();

  await go(page, 'Signals');
  await addStep(page, 'Derive a channel');
  await page.getByRole('textbox', { name: 'Formula' }).fill('dp + T_o');
  await expect(page.locator('.formula .refusal')).toContainText('At character 4');
  await page.getByRole('textbox', { name: 'Formula' }).fill('sqrt(2 * dp / rho_o(T_o))');
  await expect(page.locator('.formula')).toContainText('gives m/s');
  await page.getByRole('textbox', { name: 'Symbol' }).fill('v');
  await page.getByRole('textbox', { name: 'Name', exact: true }).last().fill('Jet velocity');
  await acceptStep(page);
  await addStep(page, 'Smooth');
  await choose(page, 'Channel', 'dp');
  await expect(page.locator('.cost')).toContainText('Removed');
  await acceptStep(page);
  await addStep(page, 'Differentiate');
  await choose(page, 'Channel', 'Q');
  await acceptStep(page);
  await expect(page.getByRole('button', { name: 'Step 4' })).toContainText('L/min/s');

  // Conditions: two speeds
  await go(page, 'Conditions');
  for (const speed of ['1000', '1500']) {
    await page.getByRole('button', { name: '+ Condition' }).click();
    await page.getByRole('textbox', { name: 'Name' }).fill(`${speed} rpm`);
    await choose(page, 'Channel of limit 1', 'Pump speed');
    await page.getByRole('spinbutton', { name: 'Value of limit 1' }).fill(speed);
    await page.getByRole('spinbutton', { name: 'Tolerance of limit 1' }).fill('10');
    await page.getByRole('button', { name: 'Save' }).click();
    await expect(page.getByRole('row', { name: new RegExp(`${speed} rpm.* 500`) })).toBeVisible();
  }

  // Models: the constants come back, with units; degree 3 is told to be needless
  await go(page, 'Models');
  await choose(page, 'x', 'Flow');
  await choose(page, 'y', 'Drop');
  await choose(page, 'Conditions', '1500 rpm');
  await page.keyboard.press('Escape');
  await page.getByRole('textbox', { name: 'Name' }).fill('Drop against flow');
  await expect(page.getByRole('columnheader', { name: 'a2 (bar/(L/min)²)' })).toBeVisible();
  const cells = page.getByRole('row', { name: /1500 rpm/ }).getByRole('cell');
  await expect(cells.nth(1)).toHaveText('500');
  expect(Number(await cells.nth(6).innerText())).toBeCloseTo(0.0015, 4);
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('button', { name: 'Saved' })).toBeVisible();
  await page.getByRole('button', { name: 'Pin as finding' }).first().click();
  await expect(page.getByText(/^Pinned: Drop at zero flow, 1500 rpm: 0\.\d+ ± 0\.\d+ bar/)).toBeVisible();

  // Compare: the simulated run comes in, and lies 0.1 bar above
  await go(page, 'Intake');
  await fileInput(page).setInputFiles({
    name: 'simulated-drop.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(simulated),
  });
  await page.getByRole('button', { name: 'Import 2 of 2 columns' }).click();
  await expect(page.getByText('12 samples from 13 lines')).toBeVisible();
  await go(page, 'Compare');
  await page.getByRole('button', { name: '+ Comparison' }).click();
  await choose(page, 'x of candidate 1', 'Flow');
  await choose(page, 'y of candidate 1', 'Drop');
  await page.getByRole('spinbutton', { name: 'Uncertainty of candidate 1' }).fill('0.02');
  const difference = page.getByRole('row', { name: /1500 rpm/ }).getByRole('cell');
  await expect(difference.nth(3)).toHaveText(/^0\.10\d/);
  await expect(page.getByText(/times u_val: the candidate lies above by more than both sides know of/)).toBeVisible();
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('button', { name: 'Saved' })).toBeVisible();
  await page.getByRole('button', { name: 'Pin as finding' }).click();
  await expect(page.getByText(/Pinned: .* above /)).toBeVisible();

  // The chart is kept as a figure, and dressed for print at Report
  await page.getByRole('button', { name: 'Keep as figure' }).click();
  await page.getByRole('button', { name: 'Dress it' }).click();
  const figure = await dressAndTakeOut(page);
  expect(figure.png.readUInt32BE(16)).toBe(Math.round((120 / 25.4) * 150));
  expect(figure.png.readUInt32BE(41)).toBe(Math.round(150 / 0.0254));
  expect(figure.svg).toMatch(/^<svg width="120mm"/);
  expect(figure.svg).toContain('>What the valve costs</text>');
  expect(figure.csv).toContain('Drop [bar]');
  expect(figure.csv).toContain('0.6375');

  // Two findings stand beside it
  await page.getByText('Findings', { exact: true }).click();
  await expect(page.locator('.finding')).toHaveCount(2);
});

/** Gives the figure in hand a title and another size, and takes it out in three ways. */
async function dressAndTakeOut(page: Page): Promise<{ png: Buffer; svg: string; csv: string }> {
  const take = async (name: string) => {
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name, exact: true }).click(),
    ]);
    return readFileSync(await file.path());
  };
  await page.getByRole('spinbutton', { name: 'Width in mm' }).fill('120');
  await page.getByRole('button', { name: 'title', exact: true }).click();
  await page.getByRole('textbox', { name: 'Title' }).fill('What the valve costs');
  await page.getByRole('spinbutton', { name: 'Resolution in dpi' }).fill('150');
  await page.getByRole('spinbutton', { name: 'Resolution in dpi' }).press('Enter');
  const png = await take('PNG');
  return { png, svg: (await take('SVG')).toString(), csv: (await take('CSV')).toString() };
}
