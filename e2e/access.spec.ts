/** Every place for those who do not see it or use no mouse, by the rules of axe (WCAG 2.1, levels A and AA), in both themes. */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { expect, type Page } from '@playwright/test';
import { benchTest, go, goFigures } from './bench';

const test = benchTest(true);
const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

interface Violation {
  id: string;
  nodes: { target: string[]; failureSummary: string }[];
}

/** What axe finds on the page, each with where it is. */
async function violations(page: Page): Promise<string[]> {
  await page.evaluate(axe);
  const found = await page.evaluate(async () => {
    const { axe: judge } = window as unknown as { axe: { run(what: unknown, how: unknown): Promise<unknown> } };
    // Of what cannot be used now the contrast may be low.
    const what = { exclude: ['.ant-segmented-item-disabled'] };
    return judge.run(what, {
      runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa'],
      // Parts of the component library that hide and show their own copies.
      rules: { 'aria-hidden-focus': { enabled: false } },
    });
  });
  return (found as { violations: Violation[] }).violations.flatMap(({ id, nodes }) =>
    nodes.map((n) => `${id} at ${n.target.join(' ')}: ${n.failureSummary.replace(/\s+/g, ' ').slice(0, 160)}`),
  );
}

/** The places, each with a heading or a button that it alone has: the place before it stays on the screen for a moment. */
const places: readonly (readonly [place: string, role: 'heading' | 'button', name: string | RegExp])[] = [
  ['Campaign', 'heading', 'Findings'],
  ['Intake', 'heading', 'Intake'],
  ['Signals', 'button', /^Declare Shaft speed/],
  ['Conditions', 'heading', 'Conditions'],
  ['Tables', 'heading', 'Table'],
  ['Models', 'heading', 'Can it be trusted?'],
  ['Compare', 'heading', 'Comparison'],
  ['Report', 'heading', 'What can be put in'],
  ['Figures', 'heading', 'House style'],
];

for (const theme of ['light', 'dark'])
  test(`every place can be used without seeing it or with little sight, ${theme}`, async ({ bench: page }) => {
    await page.getByRole('row', { name: /Loop 3: head and efficiency/ }).click();
    // A colour on its way to another one is judged as neither.
    await page.addStyleTag({ content: '* { transition: none !important; animation: none !important; }' });
    if (theme === 'dark') await page.getByRole('button', { name: 'Dark' }).click();
    const found: string[] = [];
    for (const [place, role, name] of places) {
      await (place === 'Figures' ? goFigures(page) : go(page, place));
      await expect(page.getByRole(role, { name, exact: true }).first()).toBeVisible();
      await page.waitForLoadState('networkidle');
      await expect(page.locator('[aria-busy="true"]')).toHaveCount(0);
      found.push(...(await violations(page)).map((v) => `${place}: ${v}`));
    }
    // A field in space, with a cut in hand and a node that is told.
    await page.goto(page.url().replace(/\/campaign\/.*/, '/campaign/2/signals/8'));
    await page.addStyleTag({ content: '* { transition: none !important; animation: none !important; }' });
    await page.getByRole('button', { name: '+ Derived run' }).click();
    await page.getByRole('button', { name: 'Colours and zones' }).click();
    await page.getByRole('spinbutton', { name: 'Node to tell' }).fill('100');
    await expect(page.getByRole('status', { name: 'Node' })).toContainText('Node 100', { timeout: 30_000 });
    found.push(...(await violations(page)).map((v) => `Field: ${v}`));
    // Charts of a comparison side by side.
    await page.goto(page.url().replace(/\/signals.*/, '/compare/2'));
    await expect(page.getByRole('region', { name: 'z_rel 0.85 ± 0.01' })).toBeVisible();
    found.push(...(await violations(page)).map((v) => `Stations: ${v}`));
    expect(found).toEqual([]);
  });

test('what is not saved yet is there after a look at another place, and after a reload', async ({ bench: page }) => {
  await page.getByRole('row', { name: /Loop 3: head and efficiency/ }).click();
  // A fit.
  await go(page, 'Models');
  await page.getByRole('spinbutton', { name: 'Degree' }).fill('4');
  await expect(page.getByRole('button', { name: 'Save', exact: true })).toBeVisible();
  // A new condition.
  await go(page, 'Conditions');
  await page.getByRole('button', { name: '+ Condition' }).click();
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('near shut-off');
  // A step.
  await go(page, 'Signals');
  await page.getByRole('button', { name: '+ Step' }).click();
  await page.getByRole('menuitem', { name: 'Smooth', exact: true }).click();
  await page.getByRole('textbox', { name: 'Note' }).fill('why not');

  await page.reload();
  await expect(page.getByRole('textbox', { name: 'Note' })).toHaveValue('why not');
  await go(page, 'Conditions');
  await expect(page.getByRole('textbox', { name: 'Name', exact: true })).toHaveValue('near shut-off');
  await page.getByRole('button', { name: 'Let go' }).click();
  await go(page, 'Models');
  await expect(page.getByRole('spinbutton', { name: 'Degree' })).toHaveValue('4');
  await page.getByRole('button', { name: 'As saved' }).click();
  await expect(page.getByRole('button', { name: 'Saved' })).toBeVisible();

  // What was let go stays away.
  await page.reload();
  await expect(page.getByRole('button', { name: 'Saved' })).toBeVisible();
  await go(page, 'Conditions');
  await expect(page.getByRole('button', { name: '+ Condition' })).toBeVisible();
});

test('a new fit that is not saved is still the one in hand after a look elsewhere', async ({ bench: page }) => {
  await page.getByRole('row', { name: /Loop 3: head and efficiency/ }).click();
  await go(page, 'Models');
  await page.getByRole('button', { name: '+ Fit' }).click();
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('mine');
  await go(page, 'Signals');
  await expect(page.getByRole('heading', { name: 'Procedure' })).toBeVisible();
  await go(page, 'Models');
  await expect(page.getByRole('heading', { name: 'mine' })).toBeVisible();
});
