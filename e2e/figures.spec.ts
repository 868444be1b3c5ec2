/** A chart of one's own log, kept, dressed and taken out; then the data move, and go. */
import { readFileSync } from 'node:fs';
import { expect, type Page } from '@playwright/test';
import { benchTest, choose, drag, go, goFigures } from './bench';
import { fitOfSpring } from './spring';

const test = benchTest(false);

const point = (page: Page, part: string) =>
  page.getByRole('toolbar', { name: 'Parts of the figure' }).getByRole('button', { name: part, exact: true }).click();

async function taken(page: Page, name: string): Promise<string> {
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name, exact: true }).click(),
  ]);
  return readFileSync(await file.path()).toString('latin1');
}

test('a fit is dressed for print, follows its data, can be frozen, and outlives them', async ({ bench: page }) => {
  await fitOfSpring(page);
  await page.getByRole('button', { name: 'Keep as figure' }).click();
  await page.getByRole('button', { name: 'Dress it' }).click();
  await expect(page.getByText('Figure 1, from the fit "Spring rate"')).toBeVisible();

  // The axes: four ticks without decimals on x, a title of its own, numbers of y along their axis.
  await point(page, 'title');
  await page.getByRole('textbox', { name: 'Title' }).fill('What the spring holds');
  await point(page, 'x axis');
  await page.getByRole('textbox', { name: 'Title' }).fill('Travel of the plate (mm)');
  await page.getByRole('spinbutton', { name: 'Number of ticks' }).fill('4');
  await page.getByRole('spinbutton', { name: 'Decimals' }).fill('0');
  await point(page, 'y: Force');
  await page.getByRole('button', { name: 'along', exact: true }).click();

  // The line: red, dashed, thicker, named; its equation on the chart.
  await point(page, 'all kept samples');
  await choose(page, 'Line', 'dashed');
  await page.getByRole('spinbutton', { name: 'Width of the line' }).fill('2');
  await page.getByRole('textbox', { name: /^Name/ }).fill('straight line');
  await page.getByRole('button', { name: /^Colour/ }).click();
  const hex = page.locator('.ant-color-picker-hex-input input');
  await hex.fill('c00000');
  await hex.press('Enter');
  await page.keyboard.press('Escape');
  await point(page, 'equations');
  await page.getByRole('checkbox', { name: 'all kept samples' }).check();
  await expect(page.locator('[data-part^="equation:"]')).toBeVisible();

  // A wrong range is refused with a sentence, and nothing is lost.
  await point(page, 'x axis');
  await page.getByRole('spinbutton', { name: 'Lowest' }).fill('50');
  await page.getByRole('spinbutton', { name: 'Highest' }).fill('10');
  await expect(page.locator('.refusal')).toContainText('Its lower end must lie below the upper one');
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.locator('.refusal')).toHaveCount(0);

  // A second chart beside it, dressed as the first; taken away it is gone.
  await point(page, 'charts');
  await choose(page, 'Add the chart of a figure', '1 Spring rate');
  await expect(page.getByText(/^Figure 1, a from the fit "Spring rate".*; b from/)).toBeVisible();
  await expect(page.locator('[data-part="axis:c1/residuals.x"]')).toBeVisible();
  const two = await taken(page, 'SVG');
  expect(two.match(/>Travel of the plate \(mm\)<\/text>/g)).toHaveLength(2);
  await page.getByRole('button', { name: 'Take chart b away' }).click();
  await expect(page.getByText('Figure 1, from the fit "Spring rate"')).toBeVisible();

  const svg = await taken(page, 'SVG');
  expect(svg).toContain('>What the spring holds</text>');
  expect(svg).toContain('>Travel of the plate (mm)</text>');
  expect(svg).toMatch(/stroke="#c00000"|stroke:#c00000/);
  expect(await taken(page, 'PDF')).toMatch(/^%PDF/);

  // Ten samples set aside move the line; a frozen figure stays, and says that it moved.
  await page.getByRole('button', { name: 'Freeze as it is today' }).click();
  await expect(page.getByRole('button', { name: 'Follow its data' })).toBeVisible();
  await go(page, 'Signals');
  await drag(page, 0.8, 0.95);
  await page.getByRole('toolbar', { name: 'Selection' }).getByText('Set aside').click();
  await expect(page.locator('.ledger')).toContainText('set aside');
  await goFigures(page);
  await expect(page.getByText('its data have moved since')).toBeVisible();
  await page.getByRole('button', { name: 'Follow its data' }).click();
  await expect(page.getByText('follows its data')).toBeVisible();

  // With the fit gone, the last picture stays.
  await go(page, 'Models');
  // The figure, which is still shown for a moment, can be deleted too.
  await expect(page.getByRole('button', { name: 'Saved' })).toBeVisible();
  await page.getByRole('button', { name: 'Delete' }).click();
  await goFigures(page);
  await expect(page.getByText('what it stands on is gone')).toBeVisible();
  await expect(page.locator('.sheet canvas')).toBeVisible();
  expect(await taken(page, 'SVG')).toContain('>What the spring holds</text>');
});

/** Drags a part of the drawing by so many pixels. */
async function dragPart(page: Page, id: string, dx: number, dy: number): Promise<void> {
  const box = (await page.locator(`[data-part="${id}"]`).boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + dx / 2, y + dy / 2);
  await page.mouse.move(x + dx, y + dy);
  await page.mouse.up();
}

test('what stands beside the curve is put where it belongs: equation, note with an arrow, band', async ({
  bench: page,
}) => {
  await fitOfSpring(page, 'Beside the curve');
  await page.getByRole('button', { name: 'Keep as figure' }).click();
  await page.getByRole('button', { name: 'Dress it' }).click();
  await point(page, 'equations');
  await page.getByRole('checkbox', { name: 'all kept samples' }).check();
  const equation = page.locator('[data-part^="equation:"]');
  await expect(equation).toBeVisible();
  const before = (await equation.boundingBox())!;
  await dragPart(page, (await equation.getAttribute('data-part'))!, 60, 90);
  await expect.poll(async () => Math.round((await equation.boundingBox())!.y - before.y)).toBeGreaterThan(80);

  await point(page, 'notes');
  await page.getByRole('button', { name: '+ Note' }).click();
  await page.getByRole('textbox', { name: 'Note' }).fill('plate touches');
  await page.getByRole('button', { name: 'Add an arrow' }).click();
  await page.getByRole('spinbutton', { name: 'Arrow to x' }).fill('5');
  await page.getByRole('spinbutton', { name: 'Arrow to y' }).fill('33.5');
  const note = page.locator('[data-part^="note:"]');
  const stood = (await note.boundingBox())!;
  await dragPart(page, (await note.getAttribute('data-part'))!, -40, 30);
  await expect.poll(async () => Math.round((await note.boundingBox())!.x - stood.x)).toBeLessThan(-30);
  await page.getByRole('button', { name: '+ Line or band' }).click();
  await page.getByRole('spinbutton', { name: 'Line at' }).fill('100');
  await page.getByRole('spinbutton', { name: 'Other end of the band' }).fill('110');
  await page.getByRole('textbox', { name: 'Label of the line' }).fill('limit of the stand');
  const svg = await taken(page, 'SVG');
  expect(svg).toContain('plate touches');
  expect(svg).toContain('limit of the stand');

  // Undo takes back one thing after the other; a reload keeps what stands.
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('textbox', { name: 'Label of the line' })).toHaveValue('');
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(page.getByText(/^saved|kept/i).first()).toBeVisible();
  await page.reload();
  await point(page, 'notes');
  await expect(page.getByRole('textbox', { name: 'Label of the line' })).toHaveValue('limit of the stand');
});
