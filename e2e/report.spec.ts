/** From an empty campaign to the report that leaves: written, alive, moved by one sample, settled, taken out. */
import { readFileSync } from 'node:fs';
import { expect, type Page } from '@playwright/test';
import { benchTest, choose, drag, go } from './bench';
import { fitOfSpring } from './spring';

const test = benchTest(false);
const text = (page: Page) => page.getByRole('textbox', { name: 'Text of the report' });

async function taken(page: Page, name: string): Promise<Buffer> {
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name, exact: true }).click(),
  ]);
  return readFileSync(await file.path());
}

/** Begins a paragraph at the end of what stands below a heading. */
async function writeBelow(page: Page, heading: string, words: string): Promise<void> {
  const below = page.locator('.tiptap h1', { hasText: heading }).locator('xpath=following-sibling::p[1]');
  await below.click();
  await page.keyboard.press('End');
  await page.keyboard.type(words);
}

test('a laboratory report is written from a log, follows it, and leaves as PDF and docx', async ({ bench: page }) => {
  await fitOfSpring(page);
  await page.getByRole('button', { name: 'Keep as figure' }).click();
  await page.getByRole('button', { name: 'Pin as finding' }).first().click();
  await go(page, 'Report');
  await page.getByRole('button', { name: 'Laboratory report' }).click();
  await expect(text(page)).toContainText('Sources of error');
  await expect(text(page)).toContainText('Figure 1');
  await expect(text(page)).toContainText('Table');
  await expect(page.getByText('none moved')).toBeVisible();

  // A number is found by its name and stands in the sentence.
  await writeBelow(page, 'Conclusion', ' The spring takes #slope');
  await expect(page.getByRole('listbox', { name: 'Found by name' })).toBeVisible();
  await page.keyboard.press('Enter');
  await page.keyboard.type(' .');
  const number = page.locator('.value').first();
  await expect(number).toContainText(/4\.\d+ ± 0\.\d+ N\/mm/);
  const before = await number.innerText();
  await expect(page.getByText(/^saved \d\d:\d\d$/)).toBeVisible();

  // Some samples set aside move it; the old one stands beside the new one.
  await go(page, 'Signals');
  await drag(page, 0.8, 0.95);
  await page.getByRole('toolbar', { name: 'Selection' }).getByText('Set aside').click();
  await expect(page.locator('.ledger')).toContainText('set aside');
  await go(page, 'Report');
  await expect(page.locator('.value.moved s')).toHaveText(before);
  await expect(page.locator('.value.moved')).toContainText('samples kept of spring');
  await expect(page.getByText(/moved, not settled/)).toBeVisible();
  await page.locator('.value.moved').getByRole('button', { name: 'keep' }).click();
  await page.getByRole('textbox', { name: 'Why the old one is kept' }).fill('the plate was not yet level');
  await page.getByRole('button', { name: 'Keep the old one' }).click();
  await expect(page.locator('.value.kept')).toHaveText(before);
  await page.getByRole('button', { name: 'Take all' }).click();
  await expect(page.getByText('none moved')).toBeVisible();
  await expect(page.getByText('1 kept on purpose')).toBeVisible();

  // A state is kept under a name, and held against what is written later.
  await page.getByText('Versions').click();
  await page.getByRole('textbox', { name: 'Name of the version' }).fill('as sent');
  await page.getByRole('button', { name: 'Keep as it is now' }).click();
  await expect(page.getByText(/version "as sent" kept/)).toBeVisible();
  await writeBelow(page, 'Conclusion', ' It is stiffer than ordered.');
  await page.getByRole('button', { name: 'Compare with now' }).click();
  await expect(page.getByRole('list', { name: 'Since then' })).toContainText('It is stiffer than ordered.');
  await page.getByRole('button', { name: 'Go back to it' }).click();
  await expect(text(page)).not.toContainText('stiffer than ordered');

  expect((await taken(page, 'PDF, A4')).subarray(0, 5).toString()).toBe('%PDF-');
  expect((await taken(page, 'docx')).subarray(0, 2).toString()).toBe('PK');

  // It is there again after a reload, and is found by the command list.
  await page.reload();
  await expect(page.locator('.value.kept')).toHaveText(before);
});

test('what is pasted from a word processor keeps its words and loses its pictures, with a sentence', async ({
  bench: page,
}) => {
  await page.getByRole('textbox', { name: 'Name' }).fill('Papers');
  await page.getByRole('button', { name: 'Begin' }).click();
  await go(page, 'Report');
  await page.getByRole('button', { name: 'Note on one page' }).click();
  await text(page).locator('p').last().click();
  await page.evaluate(() => {
    const clipboardData = new DataTransfer();
    clipboardData.setData(
      'text/html',
      '<p>Before.</p><h2>Pasted</h2><p class="MsoNormal">Some <b>bold</b> words &#128512; שלום<o:p></o:p></p><table><tr><td>1</td><td>2</td></tr></table><p><img src="file:///c/a.png"></p>',
    );
    document.activeElement!.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }),
    );
  });
  await expect(text(page).locator('h2')).toHaveText('Pasted');
  await expect(text(page).locator('b, strong')).toHaveText('bold');
  await expect(text(page).locator('td')).toHaveCount(2);
  await expect(text(page).locator('img[src^="file:"]')).toHaveCount(0);
  await expect(page.getByText('A picture of what was pasted was left out.')).toBeVisible();

  // A heading, a table and a page of another size; then without a title it is not kept.
  await choose(page, 'Kind of block', 'Heading 1');
  await page.getByText('Title and page').click();
  await choose(page, 'Page', /^Letter/);
  await expect(page.getByRole('button', { name: 'PDF, Letter' })).toBeVisible();
  expect((await taken(page, 'PDF, Letter')).subarray(0, 5).toString()).toBe('%PDF-');
  await page.getByRole('button', { name: 'Delete the report' }).click();
  await expect(page.getByText('A new report')).toBeVisible();
});

test('a test report has the parts that are expected of it, and serves as a template of its own', async ({
  bench: page,
}) => {
  await fitOfSpring(page, 'Springs by order');
  await page.getByRole('button', { name: 'Keep as figure' }).click();
  await expect(page.getByRole('button', { name: 'Dress it' })).toBeVisible();
  await go(page, 'Report');
  await page.getByRole('button', { name: 'Test report' }).click();
  const headings = page.locator('.tiptap h1');
  await expect(headings.filter({ hasText: /^Test object$/ })).toBeVisible();
  for (const words of [/^Method$/, /^Conditions/, /Results/, /^Deviations/, /^Statement of conformity$/])
    await expect(headings.filter({ hasText: words })).toHaveCount(1);
  await expect(text(page)).toContainText('Figure 1');

  // A reference follows its figure.
  await text(page).locator('p').last().click();
  await page.keyboard.press('End');
  await page.getByText(/^References/).click();
  await page
    .locator('.references')
    .getByRole('button', { name: /Figure 1/ })
    .click();
  await expect(text(page).locator('p').last()).toContainText('Figure 1');

  await page.getByRole('button', { name: 'Save as a template' }).click();
  await expect(page.getByRole('button', { name: 'Saved as a template' })).toBeVisible();
  await choose(page, 'Report', 'A new report …');
  await expect(page.getByText('saved here')).toBeVisible();
  await page.locator('.template-list li', { hasText: 'saved here' }).getByRole('button').first().click();
  await expect(headings.filter({ hasText: /Statement of conformity/ })).toHaveCount(1);
  await expect(text(page)).toContainText('Figure 1');
});
