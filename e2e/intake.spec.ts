/** Files of other kinds, remembered layouts, several files at once: what comes in by Intake. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect } from '@playwright/test';
import { benchTest, choose, ledger } from './bench';

const test = benchTest(false);

test('a workbook is opened at a sheet, its moments and flags become channels', async ({ bench: page, server }) => {
  const { id } = (await (await page.request.post(`${server.address}/api/campaigns`, { data: { name: 'Workbook', question: '' } })).json()) as { id: number };
  await page.goto(`${server.address}/campaign/${id}/intake`);
  await page.locator('input[type=file]').setInputFiles(join(import.meta.dirname, '..', 'formats', 'test', 'data', 'loop3.xlsx'));
  await expect(page.getByText('of a spreadsheet')).toBeVisible();
  await choose(page, 'Sheet', 'Pulsation');
  await expect(page.getByRole('checkbox', { name: 'Keep p' })).toBeChecked();
  await choose(page, 'Sheet', 'Sweep');
  await expect(page.getByRole('row', { name: /moments/ })).toContainText('date, year first');
  await page.getByRole('button', { name: 'Import 4 of 5 columns' }).click();
  await expect(page.getByText('When: seconds since 2026-11-03T10:12:00')).toBeVisible();
  await page.getByRole('button', { name: 'Look at its signals' }).click();
  await expect.poll(() => ledger(page)).toMatchObject({ logged: 4 });
  await page.getByRole('button', { name: 'Declare Flow' }).click();
  await page.getByRole('textbox', { name: 'Unit' }).fill('m^3/h');
  await page.getByRole('button', { name: 'Declare', exact: true }).last().click();
  await expect(page.getByRole('row', { name: /Flow/ })).toContainText('m³/h');
  await page.getByRole('button', { name: 'Export samples' }).click();
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByText('As logged, every sample').click()]);
  expect(readFileSync(await file.path(), 'utf8')).toMatch(/^When \[s\],Flow \[m\^3\/h\],Head \[m\],Valve\r\n0,60,0\.1,1\r\n/);
}); // prettier-ignore

test('a layout is remembered, and the next file of the rig is read by it, its deviation told', async ({ bench: page, server }) => {
  const { id } = (await (await page.request.post(`${server.address}/api/campaigns`, { data: { name: 'Remembered', question: '' } })).json()) as { id: number };
  const send = async (name: string, text: string) => {
    await page.goto(`${server.address}/campaign/${id}/intake`);
    await page.locator('input[type=file]').setInputFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(text) });
  };
  await send('monday.csv', 'Clk,AI1,AI2\n0,1.5,7\n1,1.6,8\n');
  await page.getByRole('textbox', { name: 'name of column 2' }).fill('Inlet pressure');
  await page.getByRole('textbox', { name: 'symbol of column 2' }).fill('p_1');
  await page.getByRole('textbox', { name: 'unit of column 2' }).fill('bar');
  await page.getByRole('checkbox', { name: 'Keep AI2' }).uncheck();
  await page.getByRole('textbox', { name: 'Name of the layout' }).fill('Bench 4 logger');
  await page.getByRole('button', { name: 'Remember' }).click();
  await expect(page.getByText('The next file of Bench 4 logger is read like this one.')).toBeVisible();

  await send('tuesday.csv', 'Clk,AI2,AI1,AI3\n0,7,1.5,1\n1,8,1.6,2\n');
  await expect(page.getByText('Read as remembered for')).toBeVisible();
  await expect(page.getByText('"AI3" is new')).toBeVisible();
  await expect(page.getByRole('textbox', { name: 'symbol of column 3' })).toHaveValue('p_1');
  await expect(page.getByRole('textbox', { name: 'unit of column 3' })).toHaveValue('bar');
  await expect(page.getByRole('checkbox', { name: 'Keep AI2' })).not.toBeChecked();
  await page.getByRole('button', { name: 'As understood' }).click();
  await expect(page.getByRole('textbox', { name: 'symbol of column 3' })).toHaveValue('AI1');
}); // prettier-ignore

test('several files at once come one after the other, and rows can be pasted', async ({ bench: page, server }) => {
  const { id } = (await (await page.request.post(`${server.address}/api/campaigns`, { data: { name: 'Several', question: '' } })).json()) as { id: number };
  await page.goto(`${server.address}/campaign/${id}/intake`);
  const log = (name: string, text: string) => ({ name, mimeType: 'text/csv', buffer: Buffer.from(text) });
  await page.locator('input[type=file]').setInputFiles([log('one.csv', 'a,b\n1,2\n'), log('broken.csv', ''), log('two.csv', 'c,d\n3,4\n')]);
  await expect(page.getByText('2 files behind it')).toBeVisible();
  await page.getByRole('button', { name: 'Import 2 of 2 columns' }).click();
  await page.getByRole('button', { name: 'Go on with the next file' }).click();
  await expect(page.getByRole('alert')).toContainText('"broken.csv" is empty');
  await page.getByRole('button', { name: 'Go on with two.csv' }).click();
  await page.getByRole('button', { name: 'Import 2 of 2 columns' }).click();
  await expect(page.getByRole('heading', { name: 'two is imported' })).toBeVisible();
  await page.getByRole('button', { name: 'Bring another file in' }).click();
  await page.locator('.drop').evaluate((drop) => {
    const clipboardData = new DataTransfer();
    clipboardData.setData('text', 'Flow [L/min]\tHead [m]\n10\t27,5\n20\t27,0\n');
    drop.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true }));
  });
  await expect(page.getByRole('heading', { name: 'pasted.txt' })).toBeVisible();
  await expect(page.getByText('with a decimal comma')).toBeVisible();
}); // prettier-ignore
