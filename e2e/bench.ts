/** The built server on a fresh data directory, and the hands of a person on its pages. */
import { test as base, expect, type Page } from '@playwright/test';
import { newDataDirectory, removeDataDirectory, startBuilt, type Built } from '../scripts/testing/startBuilt';

/** Tests with one server for all tests of a file; `demo` gives it the demo campaign. */
export const benchTest = (demo: boolean) =>
  base.extend<{ bench: Page }, { server: Built }>({
    server: [
      // eslint-disable-next-line no-empty-pattern -- Playwright reads the names of the fixtures from this pattern
      async ({}, use) => {
        const data = newDataDirectory();
        const server = await startBuilt(data, demo ? ['--demo'] : []);
        await use(server);
        await server.stop();
        removeDataDirectory(data);
      },
      { scope: 'worker', timeout: 120_000 },
    ],
    bench: async ({ page, server }, use) => {
      const complaints: string[] = [];
      page.on('pageerror', (error) => complaints.push(error.message));
      page.on('console', (message) => {
        // A refusal that the page shows as a sentence is also logged by the browser, with its status.
        if (message.type() === 'error' && !/status of 4\d\d/.test(message.text())) complaints.push(message.text());
      });
      await page.goto(server.address);
      await use(page);
      expect(complaints).toEqual([]);
    },
  });

/** Opens a place by the rail. */
export const go = (page: Page, place: string) =>
  page.getByRole('navigation', { name: 'Places' }).getByText(place, { exact: true }).click();

/** Opens the figures and findings of the campaign, at the place Report. */
export async function goFigures(page: Page): Promise<void> {
  await go(page, 'Report');
  await page.getByRole('link', { name: 'Figures and findings' }).click();
}

/** Chooses in a select by its label. */
export async function choose(page: Page, label: string, option: string | RegExp): Promise<void> {
  const box = page.getByRole('combobox', { name: label, exact: true });
  await box.click();
  // The list of another select may still be closing; this one is named by the box.
  const list = await box.getAttribute('aria-controls');
  const options = page.locator(`.ant-select-dropdown:has([id="${list}"]) .ant-select-item-option`);
  const line = options.filter({ hasText: option }).first();
  const isChosen = async (): Promise<boolean> => /option-selected/.test((await line.getAttribute('class')) ?? '');
  const was = await isChosen();
  const isDone = async (): Promise<boolean> => !(await line.isVisible()) || (await isChosen()) !== was;
  // A list that is still moving to its place can lose a click, or take it so late that it looks lost.
  let isClicked = false;
  await expect(async () => {
    if (isClicked && (await isDone())) return;
    if (!(await line.isVisible())) {
      // Closed by a click that was told as failed: what was asked for is chosen, or the list is opened anew.
      if ((await line.count()) > 0 && (await isChosen()) !== was) return;
      await box.click();
    }
    await line.click({ timeout: 2000 });
    isClicked = true;
    await expect.poll(isDone, { timeout: 2000 }).toBe(true);
  }).toPass({ timeout: 20_000 });
}

/** Types rows into the grid of knots, from its first row. */
export async function typeKnots(page: Page, rows: readonly (readonly string[])[]): Promise<void> {
  for (const [row, cells] of rows.entries()) {
    await knotCell(page, row, 0).click();
    for (const cell of cells) {
      await page.keyboard.type(cell);
      await page.keyboard.press('Tab');
    }
  }
}

/** A cell of the grid of knots; rows and columns from 0. */
export const knotCell = (page: Page, row: number, column: number) =>
  page
    .locator('.knots .dsg-row')
    .nth(row + 1)
    .locator('.dsg-cell')
    .nth(column + 1);

/** Pastes text where the page has its cursor. */
export const paste = (page: Page, text: string) =>
  page.evaluate((given) => {
    const clipboardData = new DataTransfer();
    clipboardData.setData('text/plain', given);
    (document.activeElement ?? document).dispatchEvent(
      new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }),
    );
  }, text);

/** Where files are chosen; a second one beside it takes folders. */
export const fileInput = (page: Page) => page.locator('input[type=file][accept*=csv]');

/** Drags over the chart from one share of its width to another. */
export async function drag(page: Page, from: number, to: number, atHeight = 0.3): Promise<void> {
  const chart = page.locator('.chart[aria-busy=false]');
  await chart.waitFor();
  const box = (await chart.boundingBox())!;
  const at = (share: number) => box.x + 62 + (box.width - 80) * share;
  await page.mouse.move(at(from), box.y + box.height * atHeight);
  await page.mouse.down();
  await page.mouse.move(at((from + to) / 2), box.y + box.height * atHeight, { steps: 4 });
  await page.mouse.move(at(to), box.y + box.height * atHeight, { steps: 4 });
  await page.mouse.up();
}

/** The counts of the ledger strip by their words. */
export async function ledger(page: Page): Promise<Record<string, number>> {
  const counts = await page.locator('.ledger .count').allInnerTexts();
  return Object.fromEntries(
    counts.map((text) => {
      const [, digits, word] = /^([−\d\u202f]+)\s*(.*)$/s.exec(text)!;
      return [word!.trim(), Number(digits!.replace('−', '-').replace(/\u202f/g, ''))];
    }),
  );
}

/**
 * Begins a step of a kind in the procedure of the run. By the keyboard: the long list may still be moving to its place,
 * and a button that is released over another line than it was pressed on chooses none.
 */
export async function addStep(page: Page, kind: string): Promise<void> {
  await page.getByRole('button', { name: '+ Step' }).click();
  const line = page.getByRole('menuitem', { name: kind, exact: true });
  await line.press('Enter');
  await expect(line).toBeHidden();
}

/**
 * Accepts the step in hand, and waits until the next can be begun. By the keyboard: what the step says appears above the
 * button, and one that moves between press and release is not clicked. A key, unlike a click, does not wait for a button
 * that is off while the last trial of the step failed: as a hand would, it presses again where the trial of settings that
 * were half typed came in between.
 */
export async function acceptStep(page: Page): Promise<void> {
  const accept = page.getByRole('button', { name: 'Accept' });
  await expect(async () => {
    if (await accept.isVisible()) {
      await expect(accept).toBeEnabled();
      await accept.press('Enter', { timeout: 2000 });
    }
    await expect(page.getByRole('button', { name: '+ Step' })).toBeVisible({ timeout: 3000 });
  }).toPass({ timeout: 30_000 });
}
