/**
 * The signals of a run, from its own log: a beam that was struck once, its acceleration at 500 Hz with the hum of the mains
 * on it. What shakes, how fast it dies away, and what the hum and its removal cost.
 */
import { expect } from '@playwright/test';
import { acceptStep, addStep, benchTest, choose, fileInput, go, ledger } from './bench';

const test = benchTest(false);

/** The beam rings at 12 Hz and falls to 1/e in 0.8 s. */
const ringing = (t: number): number => 20 * Math.exp(-t / 0.8) * Math.sin(2 * Math.PI * 12 * t);

function beamLog(): string {
  const rows = Array.from({ length: 2000 }, (_, i) => {
    const t = i / 500;
    const hum = 1.5 * Math.sin(2 * Math.PI * 50 * t + 0.4);
    const noise = 0.05 * Math.sin(i * 12.9898) * Math.sin(i * 78.233);
    // A cable was loose for a moment.
    return `${t.toFixed(3)},${(i === 700 ? 300 : ringing(t) + hum + noise).toFixed(4)}`;
  });
  return ['Time [s],Acceleration [m/s^2]', ...rows].join('\n');
}

test('a struck beam: a spike set aside, the hum filtered, its cost told, the ringing fitted', async ({
  bench: page,
}) => {
  await page.getByRole('textbox', { name: 'Name' }).fill('Beam');
  await page.getByRole('textbox', { name: 'Question' }).fill('How fast does it die away?');
  await page.getByRole('button', { name: 'Begin' }).click();
  await go(page, 'Intake');
  await fileInput(page).setInputFiles({ name: 'beam.csv', mimeType: 'text/csv', buffer: Buffer.from(beamLog()) });
  await page.getByRole('button', { name: 'Import 2 of 2 columns' }).click();
  await page.getByRole('button', { name: 'Look at its signals' }).click();
  await expect.poll(() => ledger(page)).toMatchObject({ logged: 2000, kept: 2000 });

  // The spike is one sample, and stays to be seen. The blow is steep too: the threshold goes up until it is left alone.
  await addStep(page, 'Set aside outliers');
  await choose(page, 'Channel', 'Acceleration');
  await page.getByRole('spinbutton', { name: 'Threshold (robust standard deviations)' }).fill('30');
  await acceptStep(page);
  await expect.poll(() => ledger(page)).toMatchObject({ 'set aside': -1, kept: 1999 });

  // The hum goes; the panel says what that takes from the ringing before it is accepted.
  await addStep(page, 'Filter');
  await choose(page, 'Channel', 'Acceleration');
  await choose(page, 'Filter', 'Band-stop, Butterworth');
  await page.getByRole('spinbutton', { name: 'Cut-off', exact: true }).fill('45');
  await page.getByRole('spinbutton', { name: 'Upper cut-off' }).fill('55');
  await expect(page.locator('.cost')).toContainText('Highest peak, height (m/s²)');
  await acceptStep(page);
  await expect(page.getByRole('button', { name: 'Step 2' })).toContainText('band-stop, order 4, 45 to 55');

  // Seen otherwise: over frequency with a window of choice, the lines on the board; as cycles; as a histogram.
  await choose(page, 'View', 'Spectrum');
  await page.getByRole('button', { name: 'Settings' }).click();
  await choose(page, 'Window', 'Flat top');
  await choose(page, 'Segment', '256 samples');
  await page.keyboard.press('Escape');
  await expect(page.locator('.heading-hint')).toContainText(/Flat top, \d+ segments of 256 samples/);
  await expect(page.getByRole('region', { name: 'Lines' }).getByRole('row').nth(1)).toContainText('Acceleration');
  await choose(page, 'View', 'Load cycles');
  await expect(page.getByRole('region', { name: 'Cycles' }).getByRole('row').nth(1)).toContainText('m/s²');
  await choose(page, 'View', 'Histogram');
  await expect(page.locator('.chart[aria-busy=false]')).toBeVisible();
  await choose(page, 'View', 'Along the run');

  // Velocity is what lies under the acceleration; its unit follows.
  await addStep(page, 'Integrate');
  await choose(page, 'Channel', 'Acceleration');
  await acceptStep(page);
  await expect(page.getByRole('button', { name: 'Step 3' })).toContainText('m/s');

  // The constants of the beam come back, with their units.
  await go(page, 'Models');
  await choose(page, 'x', 'Time');
  await choose(page, 'y', /filtered/);
  await page.getByRole('combobox', { name: 'Model', exact: true }).fill('Sine with decay');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('columnheader', { name: 'f (1/s)' })).toBeVisible();
  const cells = page.getByRole('row', { name: /all kept samples/ }).getByRole('cell');
  const constant = async (column: number): Promise<number> => Number(await cells.nth(column).innerText());
  await expect.poll(async () => Math.abs((await constant(8)) - 12)).toBeLessThan(0.005);
  expect(Math.abs((await constant(6)) - 1 / 0.8)).toBeLessThan(0.01);
});
