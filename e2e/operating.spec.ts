/** From a raw sweep to operating points, and the same procedure on a second sweep, as a person goes it. */
import { expect } from '@playwright/test';
import { benchTest, choose, go } from './bench';

const test = benchTest(true);

test('set points appear by themselves and become 18 operating points with head, flow and efficiency', async ({
  bench: page,
}) => {
  await page.getByText('Loop 3: head and efficiency').first().click();
  await go(page, 'Conditions');
  await page.getByText('Propose conditions from the set points').click();
  const proposals = page.getByRole('list', { name: 'Proposed conditions' }).getByRole('listitem');
  await expect(proposals).toHaveCount(18);
  await expect(proposals.first()).toContainText('1450 rpm, 16 %');
  // Where the levels part is said and shown; a line there is moved, taken away, and found again.
  await expect(page.getByText(/Parted where gaps stand out: levels are apart by 7\d\d rpm or more/)).toBeVisible();
  await page.getByRole('slider', { name: 'Cut 2 of n' }).press('Delete');
  await expect(page.getByText(/Parted by hand/)).toBeVisible();
  await expect(proposals).toHaveCount(12);
  await page.getByRole('button', { name: 'as found, n' }).click();
  await expect(proposals).toHaveCount(18);
  // Each setting of the valve but the first of a speed was come to from above.
  await choose(page, 'Tell apart the approach of', 'of z_v');
  await expect(page.getByText('1 stretch is in none of them')).toBeVisible();
  await expect(proposals.filter({ hasText: 'from below' })).toHaveCount(2);
  await choose(page, 'Tell apart the approach of', 'no');
  await expect(proposals).toHaveCount(18);
  await page.getByRole('button', { name: 'Accept 18' }).click();
  await page
    .getByText(/^Operating points/)
    .first()
    .click();
  const board = page.getByRole('region', { name: 'Operating points' });
  // The steady stretches of the demo's three speeds, and the same ones as 18 conditions.
  await expect(board.getByRole('row')).toHaveCount(1 + 18 + 18);
  const row = board.getByRole('row', { name: /2900 rpm, 100 %/ });
  await expect(row).toContainText('2900');
  for (const heading of ['Q (L/min)', 'H (m)', 'eta (%)', '±'])
    await expect(board.getByRole('columnheader', { name: heading }).first()).toBeVisible();
  // A fit takes them all by a pattern, and the six points of each speed as one series.
  await go(page, 'Models');
  await page.getByRole('combobox', { name: 'Conditions' }).click();
  await page.getByRole('button', { name: 'none', exact: true }).click();
  await page.getByRole('combobox', { name: 'Conditions' }).fill('rpm, *');
  await page.getByRole('button', { name: /^the 18 like/ }).click();
  await page.keyboard.press('Escape');
  await choose(page, 'One series of', 'each group');
  await choose(page, 'Points of the fit', 'operating points');
  for (const speed of ['1450 rpm', '2200 rpm', '2900 rpm'])
    await expect(page.getByRole('row', { name: new RegExp(`^${speed} 6 `) })).toBeVisible();
  await go(page, 'Conditions');
  await page.getByText('Map', { exact: true }).click();
  await expect(page.getByRole('img', { name: /Time spent on .* with operating points/ })).toBeVisible();
  // Those of one speed go at once, chosen by their names.
  await page.locator('.ant-segmented').getByText('Conditions', { exact: true }).click();
  await page.getByRole('button', { name: 'Several …' }).click();
  await page.getByRole('textbox', { name: 'Names like' }).fill('1450 rpm, *');
  await page.getByRole('button', { name: 'Delete 6' }).click();
  await page.getByRole('button', { name: 'Delete', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Conditions' }).getByRole('row')).toHaveCount(1 + 15);
});

test('a condition drawn on the map, with an alternative and its opposite, picks samples', async ({ bench: page }) => {
  await page.getByText('Loop 3: head and efficiency').first().click();
  await go(page, 'Conditions');
  await page.getByText('+ Condition').click();
  await page.getByRole('textbox', { name: 'Name' }).fill('High flow or a warm pump');
  await choose(page, 'Sort of limit 1', 'formula');
  await page.getByRole('textbox', { name: 'Formula of limit 1' }).fill('Q > 100 [L/min] and n > mean of n');
  await page.getByRole('button', { name: 'or …' }).click();
  await choose(page, 'Channel of limit 1, alternative 2', 'Bearing 1');
  await page.getByRole('spinbutton', { name: 'Value of limit 1, alternative 2' }).fill('45');
  await page.getByRole('spinbutton', { name: 'Tolerance of limit 1, alternative 2' }).fill('10');
  await page.getByRole('button', { name: 'Save' }).click();
  const row = page.getByRole('row', { name: /High flow or a warm pump/ });
  await expect(row).toContainText('Q > 100 [L/min] and n > mean of n or T_b1 45 ± 10 °C');
  await expect(row).not.toContainText('picks no sample');
});

test('the procedure of a sweep works on the second one in one action, and can be undone there', async ({
  bench: page,
}) => {
  await page.getByText('Loop 3: head and efficiency').first().click();
  await go(page, 'Signals');
  await page.getByRole('button', { name: 'Use …' }).click();
  await choose(page, 'Runs to apply it to', 'Sweep, second day');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('region', { name: 'On Sweep, second day' })).toContainText('all 12 steps work');
  await page.getByRole('button', { name: 'Apply to 1 run' }).click();
  await expect(page.getByText('Each run can undo it.')).toBeVisible();
  await page.getByRole('textbox', { name: 'Name of the kept procedure' }).fill('Sweep to head and efficiency');
  await page.getByRole('button', { name: 'Save to the campaign' }).click();
  await expect(page.getByText('Sweep to head and efficiency, 12 steps')).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Export as JSON' }).click();
  expect((await download).suggestedFilename()).toBe('sweep-to-head-and-efficiency.procedure.json');
  await page.goto(`${new URL(page.url()).origin}/campaign/1/signals/5`);
  await expect(page.getByRole('button', { name: /Step 7 eta =/ })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('Nothing is done to the log yet')).toBeVisible();
});

test('a step is dragged to another place, copied, and annotated', async ({ bench: page }) => {
  await page.goto(`${page.url()}campaign/1/signals/1`);
  const lines = page.locator('.steps .step-title');
  await expect(lines).toHaveCount(12);
  const from = (await page.getByRole('button', { name: /Step 10 Smooth/ }).boundingBox())!;
  const to = (await page.getByRole('button', { name: /Step 4 rho/ }).boundingBox())!;
  await page.mouse.move(from.x + 60, from.y + 12);
  await page.mouse.down();
  await page.mouse.move(from.x + 60, from.y - 30, { steps: 5 });
  await page.mouse.move(to.x + 60, to.y + 12, { steps: 12 });
  await page.mouse.up();
  await expect(lines.nth(3)).toHaveText(/Smooth p_d/);
  await page.getByRole('button', { name: /Step 4 Smooth/ }).click();
  await page.getByRole('textbox', { name: 'Note' }).fill('only for the picture');
  await page.getByRole('button', { name: 'Accept' }).click();
  await expect(page.locator('.step-note')).toHaveText('only for the picture');
  await page.getByRole('button', { name: /Step 4 Smooth/ }).click();
  await page.getByRole('button', { name: 'Duplicate' }).click();
  await expect(lines).toHaveCount(13);
});
