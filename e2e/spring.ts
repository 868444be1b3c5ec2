/** A log of one's own, made up, and what is fitted through it: for the journeys that end on paper. */
import { expect, type Page } from '@playwright/test';
import { choose, fileInput, go } from './bench';

/** A spring on a test stand: force against travel, a straight line with a little scatter. */
const log = [
  'Time [s],Travel [mm],Force [N]',
  ...Array.from({ length: 60 }, (_, i) => {
    const travel = i / 2;
    return `${i},${travel},${(12.5 + 4.2 * travel + 0.4 * Math.sin(7 * i)).toFixed(3)}`;
  }),
].join('\n');

/** A campaign with the spring's run, and a straight line fitted through it. */
export async function fitOfSpring(page: Page, campaign = 'Springs'): Promise<void> {
  await page.getByRole('textbox', { name: 'Name' }).fill(campaign);
  await page.getByRole('button', { name: 'Begin' }).click();
  await expect(page.getByText('No run yet.')).toBeVisible();
  await go(page, 'Intake');
  await fileInput(page).setInputFiles({ name: 'spring.csv', mimeType: 'text/csv', buffer: Buffer.from(log) });
  await page.getByRole('button', { name: 'Import 3 of 3 columns' }).click();
  await expect(page.getByText('60 samples from 61 lines')).toBeVisible();
  await go(page, 'Models');
  await choose(page, 'x', 'Travel');
  await choose(page, 'y', 'Force');
  await page.getByRole('spinbutton', { name: 'Degree' }).fill('1');
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Spring rate');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Saved' })).toBeVisible();
}
