/** Files of other kinds, remembered layouts, several files at once: what comes in by Intake. */
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, type Page } from '@playwright/test';
import type { Built } from '../scripts/testing/startBuilt';
import { benchTest, choose, drag, fileInput, go, ledger } from './bench';

const test = benchTest(false);

test('a workbook is opened at a sheet, its moments and flags become channels', async ({ bench: page, server }) => {
  const { id } = (await (
    await page.request.post(`${server.address}/api/campaigns`, { data: { name: 'Workbook', question: '' } })
  ).json()) as { id: number };
  await page.goto(`${server.address}/campaign/${id}/intake`);
  await fileInput(page).setInputFiles(join(import.meta.dirname, '..', 'formats', 'test', 'data', 'loop3.xlsx'));
  await expect(page.getByText('of a spreadsheet')).toBeVisible();
  await choose(page, 'Sheet', 'Pulsation');
  await expect(page.getByRole('checkbox', { name: 'Keep p' })).toBeChecked();
  await choose(page, 'Sheet', 'Sweep');
  await expect(page.getByRole('row', { name: /moments/ })).toContainText('date, year first');
  await page.getByRole('button', { name: 'Import 5 of 5 columns' }).click();
  await expect(page.getByText('When: seconds since 2026-11-03T10:12:00')).toBeVisible();
  await page.getByRole('button', { name: 'Look at its signals' }).click();
  await expect.poll(() => ledger(page)).toMatchObject({ logged: 4 });
  await page.getByRole('button', { name: 'Declare Flow' }).click();
  await page.getByRole('textbox', { name: 'Unit' }).fill('m^3/h');
  await page.getByRole('button', { name: 'Declare', exact: true }).last().click();
  await expect(page.getByRole('row', { name: /Flow/ })).toContainText('m³/h');
  await page.getByRole('button', { name: 'Export samples' }).click();
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Export', exact: true }).click(),
  ]);
  expect(readFileSync(await file.path(), 'utf8')).toMatch(
    /^When \[s\],Flow \[m\^3\/h\],Head \[m\],Valve,Remark\r\n0,60,0\.1,1,/,
  );
});

test('a layout is remembered, and the next file of the rig is read by it, its deviation told', async ({
  bench: page,
  server,
}) => {
  const { id } = (await (
    await page.request.post(`${server.address}/api/campaigns`, { data: { name: 'Remembered', question: '' } })
  ).json()) as { id: number };
  const send = async (name: string, text: string) => {
    await page.goto(`${server.address}/campaign/${id}/intake`);
    await fileInput(page).setInputFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(text) });
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
});

test('several files at once come one after the other, and rows can be pasted', async ({ bench: page, server }) => {
  const { id } = (await (
    await page.request.post(`${server.address}/api/campaigns`, { data: { name: 'Several', question: '' } })
  ).json()) as { id: number };
  await page.goto(`${server.address}/campaign/${id}/intake`);
  const log = (name: string, text: string) => ({ name, mimeType: 'text/csv', buffer: Buffer.from(text) });
  await fileInput(page).setInputFiles([
    log('one.csv', 'a,b\n1,2\n'),
    log('broken.csv', ''),
    log('two.csv', 'c,d\n3,4\n'),
  ]);
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
});

const freshCampaign = async (page: Page, server: Built, name: string): Promise<number> => {
  const reply = await page.request.post(`${server.address}/api/campaigns`, { data: { name, question: '' } });
  const { id } = (await reply.json()) as { id: number };
  await page.goto(`${server.address}/campaign/${id}/intake`);
  return id;
};
const text = (name: string, content: string) => ({ name, mimeType: 'text/plain', buffer: Buffer.from(content) });

test('a strange log is in charts at once: fixed widths, remarks, words, marks of its own; then it is read again', async ({
  bench: page,
  server,
}) => {
  await freshCampaign(page, server, 'Strange');
  const rows = Array.from(
    { length: 120 },
    (_, i) =>
      `${String(i / 2).padStart(6)}${(i % 11 === 5 ? '' : (101 + Math.sin(i / 9)).toFixed(3)).padStart(12)}  ${(i < 60 ? 'open' : 'shut').padEnd(6)}${(i % 40 === 7 ? '-9999' : '38.5').padStart(8)}`,
  );
  const log = [
    '# Operator: night shift',
    '  Time    Pressure  Valve     Temp',
    '     s         kPa              °C',
    ...rows.slice(0, 50),
    '# pump tripped',
    ...rows.slice(50),
  ].join('\n');
  await fileInput(page).setInputFiles(text('strange.prn', log));
  await expect(page.getByRole('group', { name: 'Where columns begin' })).toBeVisible();
  await expect(page.getByText('stands far off all other')).toBeVisible();
  await page.getByRole('button', { name: 'Import 4 of 4 columns' }).click();
  await expect(page.getByText('1 remark between the rows (first in line 54)')).toBeVisible();
  await expect(page.getByRole('row', { name: 'Operator night shift' })).toBeVisible();
  await expect(page.getByRole('img', { name: 'Pressure over its samples' })).toBeVisible();
  const [record] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Download the record' }).click(),
  ]);
  expect(JSON.parse(readFileSync(await record.path(), 'utf8'))).toMatchObject({
    record: { rows: 120, remarks: { count: 1 } },
  });
  await page.getByRole('button', { name: 'Look at its signals' }).click();
  await expect.poll(() => ledger(page)).toMatchObject({ logged: 120 });
  // A step, then other settings for the file: the procedure stays.
  await page.getByRole('button', { name: 'Declare Pressure' }).click();
  await page.getByRole('textbox', { name: 'Convert to' }).fill('bar');
  await page.getByRole('button', { name: 'Convert', exact: true }).click();
  await expect(page.getByRole('row', { name: /Pressure/ })).toContainText('bar');
  await page.getByRole('button', { name: 'strange.prn' }).click();
  // By the key: what the account says comes in bit by bit and moves the link under the pointer.
  await page.getByRole('link', { name: 'Read the file again' }).press('Enter');
  await expect(page.getByText('its samples are replaced, its procedure stays')).toBeVisible();
  await page.getByRole('spinbutton', { name: 'Last data row' }).fill('53');
  await page.getByRole('spinbutton', { name: 'Last data row' }).press('Enter');
  await page.getByRole('button', { name: 'Read again 4 of 4 columns' }).click();
  await expect(page.getByText('50 samples from')).toBeVisible();
  await page.getByRole('button', { name: 'Look at its signals' }).click();
  await expect(page.getByRole('row', { name: /Pressure/ })).toContainText('bar');
  // The words pick samples.
  await go(page, 'Conditions');
  await page.getByRole('button', { name: '+ Condition' }).click();
  await choose(page, 'Channel of limit 1', 'Valve');
  await expect(page.getByRole('button', { name: 'Save' })).toBeDisabled();
  await choose(page, 'Words of limit 1', 'open');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('row', { name: /Condition 1/ })).toContainText('50');
});

test('the blocks of a file become runs of their own, and a folder comes in file by file', async ({
  bench: page,
  server,
}) => {
  await freshCampaign(page, server, 'Blocks');
  const zone = (name: string, n: number) =>
    `[${name}]\nx,p\nmm,Pa\n${Array.from({ length: n }, (_, i) => `${i},${i * n}`).join('\n')}\n`;
  await fileInput(page).setInputFiles(text('taps.txt', zone('upper', 5) + zone('lower', 7)));
  await expect(page.getByRole('checkbox', { name: 'Keep Block' })).toBeChecked();
  await page.getByRole('button', { name: 'Import all 2 as runs' }).click();
  await expect(page.getByRole('row', { name: /taps lower/ })).toContainText('7');
  await expect(page.getByRole('row', { name: /taps upper/ })).toContainText('5');
  const folder = mkdtempSync(join(tmpdir(), 'undameter-folder-'));
  writeFileSync(join(folder, 'a.csv'), 'a,b\n1,2\n');
  writeFileSync(join(folder, '.hidden'), 'no log');
  writeFileSync(join(folder, 'b.csv'), 'a,b\n1,2\n');
  await page.locator('input[type=file][webkitdirectory]').last().setInputFiles(folder);
  await expect(page.getByText('1 file behind it')).toBeVisible();
  rmSync(folder, { recursive: true });
});

test('a second log is found on the run’s time and brought in, and rows of a further file go on', async ({
  bench: page,
  server,
}) => {
  await freshCampaign(page, server, 'Joined');
  const pulse = (t: number) => Math.exp(-(((t - 20) / 3) ** 2));
  const log = (name: string, heading: string, n: number, of: (t: number) => number) =>
    text(
      name,
      `Time [s],${heading}\n${Array.from({ length: n }, (_, i) => `${i / 10},${of(i / 10).toFixed(4)}`).join('\n')}`,
    );
  const bring = async (file: ReturnType<typeof text>) => {
    await fileInput(page).setInputFiles(file);
    await page.getByRole('button', { name: 'Import 2 of 2 columns' }).click();
    await page.getByRole('button', { name: 'Bring another file in' }).click();
  };
  await bring(log('rig.csv', 'Speed [rpm]', 500, (t) => 1000 + 400 * pulse(t)));
  await bring(log('vibration.csv', 'Vibration [mm/s]', 400, (t) => 2 + pulse(t + 4.5)));
  await bring(log('later.csv', 'Speed [rpm]', 100, (t) => 900 + t));
  await page.getByRole('button', { name: 'Join rig' }).click();
  await expect(page.getByRole('heading', { name: 'rig' })).toBeVisible();
  await page.getByText('Channels beside').click();
  await page.getByRole('button', { name: 'Find it by cross-correlation' }).click();
  await expect(
    page.getByText(/4\.5\d* s: correlation 0\.99|4\.5\d* s: correlation 1|4\.4\d* s: correlation/),
  ).toBeVisible();
  // By hand on the chart, too: a drag moves the second log.
  const offset = page.getByRole('spinbutton', { name: 'Offset' });
  const found = Number(await offset.inputValue());
  expect(found).toBeCloseTo(4.5, 1);
  await drag(page, 0.5, 0.6);
  await expect.poll(async () => Number(await offset.inputValue())).toBeGreaterThan(found + 2);
  await offset.fill('4.5');
  await offset.press('Enter');
  await page.getByRole('checkbox', { name: /Vibration/ }).check();
  await page.getByRole('button', { name: 'Bring 1 channel in' }).click();
  await expect(page.getByRole('row', { name: /Vibration/ })).toBeVisible();
  await go(page, 'Intake');
  await page.getByRole('button', { name: 'Join rig' }).click();
  await choose(page, 'Other run', 'later');
  await page.getByText('Rows below').click();
  await expect(page.getByText('"Vibration" is not in the further file')).toBeVisible();
  await page.getByRole('button', { name: 'Add 100 rows' }).click();
  await expect.poll(() => ledger(page)).toMatchObject({ logged: 600 });
});
