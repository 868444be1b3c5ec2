/** The demo as a newcomer meets it. */
import { expect } from '@playwright/test';
import { benchTest, choose, drag, fileInput, go, goFigures, ledger } from './bench';

const test = benchTest(true);

test('the demo shows the finished way, and can be taken apart', async ({ bench: page }) => {
  await page.getByRole('row', { name: /Loop 3: head and efficiency/ }).click();
  await expect(page.getByText('What head does the Loop 3 pump deliver')).toBeVisible();
  await expect(page.getByRole('row', { name: /^Sweep, 18 settings/ })).toContainText('12\u202f140');
  // Findings are computed anew, on a server that has just started.
  await expect(page.getByText(/Head at zero flow, 2900 rpm: 27\.\d+ ± 0\.\d+ m/)).toBeVisible({ timeout: 45_000 });

  await go(page, 'Signals');
  await expect(page.getByRole('button', { name: 'Step 5 H = (p_d − p_s) / (rho · g_n)' })).toBeVisible();
  await expect.poll(async () => (await ledger(page))['in 3 conditions']).toBeGreaterThan(9_000);
  const before = (await ledger(page))['kept']!;
  await drag(page, 0.75, 0.85);
  await page.getByRole('toolbar', { name: 'Selection' }).getByText('Set aside').click();
  await expect.poll(async () => (await ledger(page))['kept']).toBeLessThan(before - 500);

  await goFigures(page);
  await page.getByText('Findings', { exact: true }).first().click();
  await expect(page.locator('.finding').first()).toContainText('Now: Head at zero flow', {
    // Fits, findings and their budgets are computed anew, on a server that has just started.
    timeout: 45_000,
  });
  await page.getByRole('button', { name: 'Write anew' }).first().click();
  await go(page, 'Signals');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(async () => (await ledger(page))['kept']).toBe(before);

  await go(page, 'Models');
  await expect(page.getByRole('columnheader', { name: 'a2 (m/(L/min)²)' })).toBeVisible();
  await page.getByRole('spinbutton', { name: 'Degree' }).fill('3');
  await expect(page.getByText('a3 cannot be told from zero')).toBeVisible();
  await page.getByRole('button', { name: 'Try degree 2' }).click();
  await expect(page.getByRole('button', { name: 'Saved' })).toBeVisible();

  await go(page, 'Compare');
  await page.getByRole('row', { name: /2900 rpm.*Simulated head curve/ }).click();
  await expect(page.getByText(/the slope differs, not the level/)).toBeVisible();
});

test('a step can be switched off, moved, deleted, and samples come back with one gesture', async ({ bench: page }) => {
  await page.goto(`${page.url()}campaign/1/signals/1`);
  const kept = async () => (await ledger(page))['kept'];
  await expect.poll(kept).toBeGreaterThan(11_000);
  const before = (await kept())!;
  const open = (n: number) => page.getByRole('button', { name: new RegExp(`^Step ${n} `) }).click();
  const undone = async () => {
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect.poll(kept).toBe(before);
  };
  await open(1);
  await page.getByRole('button', { name: 'Switch off' }).click();
  // All but the spikes.
  await expect.poll(kept).toBeGreaterThan(12_100);
  await page.getByRole('button', { name: 'Let go' }).click();
  await undone();

  await open(2);
  await page.getByRole('button', { name: 'Delete' }).click();
  await expect.poll(kept).toBeGreaterThanOrEqual(before + 9);
  await undone();

  // Time from zero moves before the trim, which then keeps another range.
  await open(3);
  await page.getByRole('button', { name: 'Move up' }).click();
  await expect(page.getByRole('button', { name: 'Step 2 Time from zero' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: 'Step 3 Time from zero' })).toBeVisible();

  await drag(page, 0.001, 0.02);
  await page.keyboard.press('b');
  await expect.poll(kept).toBeGreaterThan(before + 100);
  await undone();
});

test('the command list, the keys and both themes', async ({ bench: page }) => {
  await page.getByRole('row', { name: /Loop 3: head and efficiency/ }).click();
  await page.keyboard.press('Control+k');
  await page.getByRole('textbox', { name: 'Find an action' }).fill('go to sig');
  await expect(page.getByRole('option', { name: 'Go to Signals' })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/signals/);
  await expect(page.getByRole('textbox', { name: 'Find an action' })).toBeHidden();
  await page.keyboard.press('?');
  await expect(page.getByText('move the selection, or the window when there is none')).toBeVisible();
  await page.keyboard.press('Escape');
  const chart = page.getByRole('img', { name: /^Channels / });
  await chart.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('toolbar', { name: 'Selection' })).toBeVisible();
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('toolbar', { name: 'Selection' })).toBeHidden();
  await page.getByRole('button', { name: 'Dark' }).click();
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark');
});

test('what is not there is said in a sentence', async ({ bench: page, server }) => {
  for (const [path, sentence] of [
    ['/campaign/999', 'There is no campaign "999"'],
    ['/campaign/1/signals/999', 'There is no run "999"'],
    ['/campaign/1/models/999', 'There is no fit "999" here'],
    ['/nowhere', 'There is nothing at this address'],
  ] as const) {
    await page.goto(server.address + path);
    await expect(page.getByText(sentence)).toBeVisible();
  }
  await page.goto(`${server.address}/campaign/1/intake`);
  const files = [
    ['empty.csv', '', 'is empty'],
    ['picture.csv', '\u0000\u0001PNG\u0000', 'is not text'],
  ] as const;
  for (const [name, content, sentence] of files) {
    await fileInput(page).setInputFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(content) });
    await expect(page.getByRole('alert')).toContainText(sentence);
  }
  const headings = { name: 'headings.csv', mimeType: 'text/csv', buffer: Buffer.from('Time,Flow\n') };
  await fileInput(page).setInputFiles(headings);
  await expect(page.getByText('No row of numbers was found below the headings')).toBeVisible();
  await expect(page.getByRole('button', { name: /Import 0/ })).toBeDisabled();
});

test('three stations of the vane: a sentence for each, one figure, and the same of a coarser field', async ({
  bench: page,
}) => {
  await page.getByRole('row', { name: /Loop 3: guide vane/ }).click();
  await go(page, 'Compare');
  const verdicts = page.getByRole('region', { name: 'Verdict of each group' });
  await expect(verdicts.getByRole('listitem')).toHaveCount(3, { timeout: 30_000 });
  await expect(verdicts.getByRole('listitem').first()).toContainText('At all 11 points no difference is larger');
  await expect(verdicts.getByRole('listitem').last()).toContainText('Differs at 2 of 11 points');
  await expect(page.getByRole('region', { name: 'z_rel 0.85 ± 0.01' }).getByRole('img')).toBeVisible();
  await page.getByRole('button', { name: 'Keep as figure' }).click();
  await expect(page.getByText('Kept as figure 1.')).toBeVisible();

  // What one of them says is a finding.
  await page.getByRole('button', { name: /^Pin as finding: z_rel 0.85/ }).click();
  await expect(
    page.getByText(/^Pinned: Pressure coefficient of .*, z_rel 0.85 ± 0.01: Differs at 2 of 11 points/),
  ).toBeVisible();
  await expect(page.getByRole('row', { name: /z_rel 0.85 ± 0.01 .* differs/ })).toBeVisible();

  // Everything that stands on the cut is made of the coarser field too.
  await go(page, 'Signals');
  await choose(page, 'Run', 'Guide vane, cut at three stations');
  await choose(page, 'The same of another field', 'Guide vane, simulated on a coarse mesh');
  await expect(page.getByText(/^Made: .* with 1 comparison and 1 figure\.$/)).toBeVisible({ timeout: 30_000 });
  await expect(page.getByRole('heading', { name: /^Simulated pressure at the taps, of Guide vane/ })).toBeVisible();
  await expect(verdicts.getByRole('listitem')).toHaveCount(3, { timeout: 30_000 });

  // By itself each condition has a chart and a verdict of its own again.
  await page.getByRole('combobox', { name: 'Group by' }).hover();
  await page.locator('.ant-select-clear').last().click();
  await expect(verdicts).toBeHidden();
});
