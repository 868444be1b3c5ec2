/** Property tables as a person types, checks and uses them. */
import { readFile } from 'node:fs/promises';
import { expect } from '@playwright/test';
import { benchTest, choose, go, knotCell, paste } from './bench';

const test = benchTest(true);

/** A blend of the rig, invented: share across, temperature down; 1.94 was typed as 19.4. */
const blend = `\t0\t15\t30\t45\t60
0\t1.79\t2.82\t4.72\t8.44\t16.3
20\t1\t1.52\t2.48\t4.28\t7.89
40\t0.653\t0.97\t1.52\t2.53\t4.45
60\t0.466\t0.67\t1.02\t19.4\t2.75
80\t0.354\t0.49\t0.72\t1.1\t1.81
100\t0.282\t0.38\t0.54\t0.79\t1.25`;

test('a coolant blend in two arguments is pasted, drawn, checked, mended, and used in a formula', async ({
  bench: page,
}) => {
  await page.getByText('Loop 3: head and efficiency').first().click();
  await go(page, 'Tables');
  await page.getByRole('row', { name: /rho_w/ }).click();
  await page.getByRole('button', { name: '+ Table' }).click();
  const fill = (name: string, text: string) => page.getByRole('textbox', { name, exact: name !== 'Symbol' }).fill(text);
  await fill('Quantity', 'Blend viscosity');
  await fill('Symbol', 'mu_b');
  await fill('Unit', 'mPa·s');
  await fill('Source', 'supplier sheet, invented');
  await page.getByText('two, a grid').click();
  await fill('Argument', 'Temperature');
  await fill('Its unit', '°C');
  await fill('Second argument', 'Share');
  await fill('Unit of the second', '%');
  await choose(page, 'Value counts', 'by its logarithm');
  await knotCell(page, 0, 0).click();
  await paste(page, blend);
  await expect(
    page.getByText('Row 5: 19.4 at 60, 45 breaks the smoothness of its neighbours, which point to about 1.6'),
  ).toBeVisible();
  await expect(page.locator('.knot-odd input')).toHaveValue('19.4');
  await page.getByText('map', { exact: true }).click();
  await knotCell(page, 4, 4).click();
  await page.keyboard.type('1.64');
  await page.keyboard.press('Enter');
  await expect(page.locator('.knot-odd')).toHaveCount(0);
  await page.getByRole('button', { name: 'Save' }).click();
  // The saved table takes the place of the new one.
  await expect(page.getByRole('heading', { name: 'Table', exact: true })).toBeVisible();
  await expect(page.getByRole('row', { name: /mu_b/ })).toContainText('Temperature (°C), Share (%)');
  // The table that was open when the new one was begun opens again.
  await page.getByRole('row', { name: /rho_w/ }).click();
  await expect(page.getByRole('heading', { name: 'Water density' })).toBeVisible();
  await page.getByRole('row', { name: /mu_b/ }).click();
  await expect(page.getByRole('heading', { name: 'Blend viscosity' })).toBeVisible();
  await fill('Argument to look up', '20');
  await fill('Second argument to look up', '45');
  await expect(page.getByText('mu_b = 4.28 mPa·s')).toBeVisible();
  // Everything else that is tabulated against temperature answers at 20 °C as well.
  await expect(page.getByRole('list', { name: 'Other tables at the same place' })).toContainText(
    'rho_w = 998.206 ± 0.050 kg/m³',
  );
  await fill('Value to find', '1.52');
  await expect(page.getByText(/Share: at 15 %/)).toBeVisible();

  // In a step with the channel of a run and a number, with the units of both.
  await go(page, 'Signals');
  await choose(page, 'Run', 'Warm-up');
  await page.getByRole('button', { name: '+ Step' }).click();
  await page.getByText('Derive a channel').click();
  await page.getByRole('textbox', { name: 'Formula' }).fill('mu_b(T_w, 0.45) / mu_b(20 [°C], 45 [%])');
  await expect(page.locator('.formula')).toContainText('gives a plain number');
});

test('what is built in is tried with one value, and refuses outside its range', async ({ bench: page }) => {
  await page.getByText('Loop 3: head and efficiency').first().click();
  await go(page, 'Tables');
  await page.getByText('built in', { exact: true }).click();
  const row = page.getByRole('row', { name: /water_psat/ });
  // 300 K: 0.353658941e-2 MPa by table 35 of IAPWS R7-97(2012), from memory.
  await page.getByRole('textbox', { name: 'Temperature for water_psat' }).fill('300');
  await expect(row).toContainText('0.003536589');
  await page.getByRole('textbox', { name: 'Temperature for water_psat' }).fill('700');
  await expect(row).toContainText('outside');
});

test('a grid comes in from a file with its names, its hole is told and left, and it goes out and in again and is filled', async ({
  bench: page,
}) => {
  await page.getByText('Loop 3: head and efficiency').first().click();
  await go(page, 'Tables');
  await page.getByRole('button', { name: '+ Table' }).click();
  const grid = 'Temperature (°C) \\ Pressure (bar);1;2;5\n20;1,5;2,5;3,5\n40;1,7;;3,7\n60;1,9;2,9;3,9\n';
  const file = { name: 'blend.csv', mimeType: 'text/csv', buffer: Buffer.from(grid) };
  await page.locator('input[type=file]').setInputFiles(file);
  await expect(knotCell(page, 0, 3).locator('input')).toHaveValue('5');
  await expect(page.getByText('No value at (40, 2).')).toBeVisible();
  await page.getByRole('textbox', { name: 'Argument to look up', exact: true }).fill('50');
  await page.getByRole('textbox', { name: 'Second argument to look up' }).fill('3');
  await expect(page.getByText('beside a hole of the table: missing')).toBeVisible();
  await page.getByRole('textbox', { name: 'Argument to look up', exact: true }).fill('20');
  await expect(page.getByText(/y = 2\.833/)).toBeVisible();
  const fill = (name: string, text: string) => page.getByRole('textbox', { name, exact: name !== 'Symbol' }).fill(text);
  await fill('Quantity', 'Blend density');
  await fill('Symbol', 'rho_b');
  await fill('Unit', 'kg/m^3');
  await fill('Source', 'supplier sheet, invented');
  await page.getByRole('button', { name: 'Save' }).click();
  // The saved table takes the place of the new one.
  await expect(page.getByRole('heading', { name: 'Table', exact: true })).toBeVisible();
  await expect(page.getByRole('row', { name: /rho_b/ })).toContainText('Temperature (°C), Pressure (bar)');
  const link = page.getByRole('link', { name: /Spreadsheet/ });
  // While the saved table comes in, the panel still moves under the pointer.
  await expect(async () => {
    if (!(await link.isVisible())) await page.getByRole('button', { name: 'Export …' }).click();
    await expect(link).toBeVisible({ timeout: 3000 });
  }).toPass();
  const [taken] = await Promise.all([page.waitForEvent('download'), link.press('Enter')]);
  const sheet = await taken.path();
  await page.getByRole('button', { name: '+ Table' }).click();
  await page.locator('input[type=file]').setInputFiles({
    ...{ name: 'back.xlsx', mimeType: 'application/octet-stream', buffer: await readFile(sheet) },
  });
  await expect(page.getByRole('textbox', { name: 'Quantity' })).toHaveValue('Blend density');
  await expect(page.getByRole('textbox', { name: 'Unit of the second' })).toHaveValue('bar');
  await expect(knotCell(page, 2, 2).locator('input')).toHaveValue('');
  await page.getByRole('button', { name: 'Fill by straight lines' }).click();
  await expect(page.getByText('No value at (40, 2).')).toBeHidden();
  await expect(page.getByRole('textbox', { name: 'Notes' })).toHaveValue(/the value at 40, 2\./);
  await expect(knotCell(page, 2, 2).locator('input')).toHaveValue('2.45');
});
