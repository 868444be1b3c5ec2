/** Readings at the bench: from simulated instruments to a line with slope and intercept as findings. */
import { expect, type Page } from '@playwright/test';
import { benchTest, choose, go, knotCell, ledger } from './bench';

const test = benchTest(true);

const takeButton = (page: Page) => page.getByRole('button', { name: /^Take the reading/ });

/** Takes the next reading, and waits until its row is there. */
async function take(page: Page, row: number): Promise<void> {
  await takeButton(page).click();
  await expect(page.getByText(new RegExp(`^Row ${row} kept`))).toBeVisible({ timeout: 40_000 });
  await expect(takeButton(page)).toBeVisible();
}

test('twelve readings become a line: one taken again, one left out, two columns computed, two findings', async ({
  bench: page,
}) => {
  test.setTimeout(180_000);
  await page.getByText('Loop 3: head and efficiency').first().click();
  await go(page, 'Intake');
  await page.getByRole('button', { name: 'Take readings' }).click();

  // An instrument says what it is, and shows one value, before anything is taken.
  await page.getByRole('row', { name: /Data unit SCPI/ }).click();
  await page.getByRole('button', { name: 'Ask what it is' }).click();
  await expect(page.getByText('Tern Yard,Simulated data unit,0,1.0')).toBeVisible();
  await page.getByRole('button', { name: 'Read once' }).first().click();
  await expect(page.getByText(/^\d+\.?\d* kPa$/)).toBeVisible();
  await page.getByRole('button', { name: 'Close' }).click();

  for (const what of [
    'set Valve opening at Drive',
    'read Flow at Drive',
    'read Discharge pressure at Data unit',
    'read Suction pressure at Data unit',
    'read Shaft torque at Drive',
  ])
    await page.getByRole('checkbox', { name: what }).check();
  await page.getByRole('checkbox', { name: 'a plan of settings' }).check();
  await page.getByRole('spinbutton', { name: 'Plan from' }).fill('62');
  await page.getByRole('spinbutton', { name: 'Plan to' }).fill('18');
  await page.getByRole('spinbutton', { name: 'Steps of the plan' }).fill('11');
  await page.getByRole('spinbutton', { name: 'Samples' }).fill('6');
  await page.getByRole('spinbutton', { name: 'One every' }).fill('0.03');
  await page.getByRole('spinbutton', { name: 'Steady for' }).fill('0.4');
  await page.getByRole('button', { name: 'Begin' }).click();
  await expect(page.getByText('12 planned')).toBeVisible();
  await expect(page.getByText('Nothing is waited for')).toBeVisible();

  // A limit for the flow, proposed from how it scatters now.
  await page.getByText('How readings are taken').click();
  await expect(page.getByRole('button', { name: 'Propose from now' })).toBeEnabled();
  await page.getByRole('button', { name: 'Propose from now' }).click();
  const limit = page.getByRole('spinbutton', { name: 'Q steady within ±' });
  await expect(limit).not.toHaveValue('');
  await limit.fill('0.8');
  for (const other of ['p_d', 'p_s', 'M'])
    await page.getByRole('spinbutton', { name: `${other} steady within ±` }).fill('');
  await page.getByRole('button', { name: 'Take readings so' }).click();
  await expect(page.getByText('Nothing is waited for')).toBeHidden();

  // Head and hydraulic power are computed with each reading.
  for (const [k, symbol, formula, unit] of [
    ['1', 'H', '(p_d - p_s) / (998 [kg/m^3] * 9.81 [m/s^2])', 'm'],
    ['2', 'P', '(p_d - p_s) * Q', 'W'],
  ] as const) {
    await page.getByRole('button', { name: '+ Computed column' }).click();
    await page.getByRole('textbox', { name: `Symbol of computed column ${k}` }).fill(symbol);
    await page.getByRole('textbox', { name: `Formula of computed column ${k}` }).fill(formula);
    await page.getByRole('textbox', { name: `Unit of computed column ${k}` }).fill(unit);
  }
  await page.getByRole('radiogroup', { name: 'Curve' }).getByText('straight line').click();
  await page.getByRole('checkbox', { name: 'draw it to its crossing with zero' }).check();
  for (let row = 1; row <= 5; row++) await take(page, row);
  await expect(page.getByText(/^Expected here: [\d.]+ ± [\d.]+ L\/min/)).toBeVisible();
  await expect(page.getByText('7 planned')).toBeVisible();

  // The key takes one too; what was taken survives a reload.
  await page.getByRole('heading', { name: 'Next reading' }).click();
  await page.keyboard.press('m');
  await expect(page.getByText(/^Row 6 kept/)).toBeVisible({ timeout: 40_000 });
  await page.reload();
  await expect(page.getByText('6 planned')).toBeVisible();
  await expect(knotCell(page, 5, 1).locator('input')).toHaveValue(/^\d+\.\d+$/);
  for (let row = 7; row <= 12; row++) await take(page, row);
  await expect(page.getByText('beyond the plan')).toBeVisible();

  // Row 4 once more: the old one stays, crossed out; row 9 is left out with its reason.
  await knotCell(page, 3, 1).click();
  await page.getByRole('button', { name: /^Take row 4 again/ }).click();
  await expect(page.getByText(/^Row 13 kept/)).toBeVisible({ timeout: 40_000 });
  await expect(page.getByText('Left out: taken again as row 13')).toBeVisible();
  await knotCell(page, 8, 1).click();
  await page.getByRole('searchbox', { name: 'Why row 9 is left out' }).fill('somebody leaned on the pipe');
  await page.getByRole('button', { name: 'Leave out' }).click();
  await expect(page.getByText('Left out: somebody leaned on the pipe')).toBeVisible();
  await choose(page, 'Rows in order of', 'by z_v');
  await expect(knotCell(page, 0, 0).locator('input')).toHaveValue('18');

  // Slope and intercept of the line become findings.
  await page.getByRole('button', { name: 'Fit a straight line: Q over z_v' }).click();
  await expect(page.getByText('a1 (L/min/%)')).toBeVisible();
  expect(await ledger(page)).toMatchObject({ logged: 13, kept: 11, fitted: 11 });
  await page.getByRole('button', { name: 'Pin as finding' }).nth(0).click();
  await page.getByRole('button', { name: 'Pin as finding' }).nth(1).click();
  await expect(page.getByText(/^Pinned: Flow rises by [\d.]+ ± [\d.]+ L\/min per % of valve opening/)).toBeVisible();
});

test('what is not there is told, and nothing is lost', async ({ bench: page }) => {
  await page.getByText('Loop 3: head and efficiency').first().click();
  await go(page, 'Intake');
  await page.getByRole('button', { name: 'Take readings' }).click();
  await page.getByRole('button', { name: '+ Instrument' }).click();
  await page.getByRole('textbox', { name: 'Name' }).fill('Scale');
  await page.getByRole('textbox', { name: 'Address' }).fill('192.0.2.7');
  await page.getByRole('button', { name: 'Ask what it is' }).click();
  await expect(page.getByRole('alert')).toContainText('Instruments are only looked for on this machine');
  await page.getByRole('textbox', { name: 'Address' }).fill('127.0.0.1');
  await page.getByRole('spinbutton', { name: 'Port' }).fill('9');
  await page.getByRole('button', { name: 'Ask what it is' }).click();
  await expect(page.getByRole('alert')).toContainText('Nothing answers at 127.0.0.1:9');
  await expect(page.getByRole('textbox', { name: 'Name' })).toHaveValue('Scale');
  await page.getByRole('button', { name: '+ Quantity' }).click();
  await page.getByRole('textbox', { name: 'Unit of quantity 1' }).fill('kg');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await page.getByRole('checkbox', { name: 'read Quantity 1 at Scale' }).check();
  await page.getByRole('button', { name: 'Begin' }).click();
  await expect(page.getByRole('table', { name: 'Live values' })).toContainText('Nothing answers at 127.0.0.1:9');
  await takeButton(page).click();
  await expect(page.getByRole('alert')).toContainText('Nothing was kept of this reading');
});

test('two windows at one session: the second sees the reading under way, and its row when it ends', async ({
  bench: page,
}) => {
  await page.getByText('Loop 3: head and efficiency').first().click();
  await go(page, 'Intake');
  await page.getByRole('button', { name: 'Take readings' }).click();
  await page.getByRole('checkbox', { name: 'read Flow at Drive' }).check();
  await page.getByRole('textbox', { name: 'Name' }).fill('Two windows');
  await page.getByRole('spinbutton', { name: 'Samples' }).fill('60');
  await page.getByRole('spinbutton', { name: 'One every' }).fill('0.1');
  await page.getByRole('button', { name: 'Begin' }).click();
  await expect(takeButton(page)).toBeVisible();
  const other = await page.context().newPage();
  await other.goto(page.url());
  await expect(takeButton(other)).toBeVisible();
  await takeButton(page).click();
  await expect(other.getByText('taking 60 samples')).toBeVisible();
  await expect(takeButton(other)).toBeHidden();
  await expect(knotCell(other, 0, 0).locator('input')).toHaveValue(/^\d+\.\d+$/, { timeout: 20_000 });
  // One that is stopped leaves nothing behind.
  await takeButton(other).click();
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(other.getByRole('alert')).toContainText('The reading was stopped');
  await expect(other.locator('.knots .dsg-row:not(.dsg-row-header)')).toHaveCount(1);
});
