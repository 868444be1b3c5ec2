/** A simulated field: from the files of two sides to a cut whose points are runs, followed and made of another mesh. */
import { expect, type Page } from '@playwright/test';
import { zipSync } from 'fflate';
import { benchTest, choose, fileInput, go, ledger } from './bench';

const test = benchTest(false);

/** A bent plate, 40 mm long and 20 mm high, as two sides; its pressure rises along it and falls with the height. */
function plate(along: number, up: number): Buffer {
  const side = (offset: number): string => {
    const points: string[] = [];
    const pressures: number[] = [];
    const quads: string[] = [];
    for (let j = 0; j <= up; j++)
      for (let i = 0; i <= along; i++) {
        const [x, z] = [(40 * i) / along, (20 * j) / up];
        points.push(`${x} ${offset + 0.02 * x * x} ${z}`);
        pressures.push(100 + x - 0.5 * z + offset);
        const a = j * (along + 1) + i;
        if (i < along && j < up) quads.push(`4 ${a} ${a + 1} ${a + along + 2} ${a + along + 1}`);
      }
    return [
      '# vtk DataFile Version 4.2',
      'bent plate',
      'ASCII',
      'DATASET POLYDATA',
      `POINTS ${points.length} double`,
      ...points,
      `POLYGONS ${quads.length} ${5 * quads.length}`,
      ...quads,
      `POINT_DATA ${points.length}`,
      'SCALARS Static_Pressure double',
      'LOOKUP_TABLE default',
      pressures.join('\n'),
    ].join('\n');
  };
  const text = (words: string) => new TextEncoder().encode(words);
  return Buffer.from(zipSync({ 'inner side.vtk': text(side(-2)), 'outer side.vtk': text(side(2)) }));
}

async function send(page: Page, name: string, content: Buffer): Promise<void> {
  await go(page, 'Intake');
  await fileInput(page).first().setInputFiles({ name, mimeType: 'application/zip', buffer: content });
  await expect(page.getByText('simulated field, not taken yet')).toBeVisible();
}
const view = (page: Page) => page.getByRole('img', { name: /^Field coloured by/ });

test('two sides become a field, a cut at two heights, and the same cut of a finer mesh', async ({ bench: page }) => {
  test.setTimeout(150_000);
  await page.getByRole('textbox', { name: 'Name' }).fill('Bent plate');
  await page.getByRole('textbox', { name: 'Question' }).fill('Does the finer mesh change the pressure?');
  await page.getByRole('button', { name: 'Begin' }).click();

  // A broken file says what is wrong with it, and nothing is lost.
  await go(page, 'Intake');
  await fileInput(page)
    .first()
    .setInputFiles({
      name: 'plate.vtu',
      mimeType: 'application/xml',
      buffer: Buffer.from('<VTKFile type="UnstructuredGrid"><Un'),
    });
  await expect(page.getByText(/"plate.vtu" cannot be read as a/)).toBeVisible();

  // Its units are asked once.
  await send(page, 'plate.zip', plate(20, 10));
  await expect(page.getByText('462 nodes')).toBeVisible();
  await expect(page.getByText('Say in which unit x, y and z are: the file does not.')).toBeVisible();
  await page.getByRole('textbox', { name: 'Unit of x, y, z' }).fill('mm');
  await page.getByRole('textbox', { name: 'Symbol of Static_Pressure' }).fill('p');
  await page.getByRole('textbox', { name: 'Unit of Static_Pressure' }).fill('kPa');
  await page.getByRole('button', { name: 'Take the field' }).click();

  // It is seen in space; a click tells a node, a zone can be hidden.
  await expect(view(page)).toHaveAttribute('aria-label', 'Field coloured by Static_Pressure, 462 nodes');
  await expect(view(page).locator('canvas')).toBeVisible();
  await expect.poll(() => ledger(page)).toMatchObject({ logged: 462, kept: 462 });
  const box = (await view(page).locator('canvas').boundingBox())!;
  await page.mouse.click(box.x + box.width / 2, box.y + box.height / 2);
  await expect(page.getByRole('status', { name: 'Node' })).toContainText('kPa');
  await page.getByRole('button', { name: 'Colours and zones' }).click();
  await page.getByRole('checkbox', { name: 'outer side' }).uncheck();
  await page.getByRole('spinbutton', { name: 'Steps of the scale' }).fill('8');
  await page.keyboard.press('Escape');
  await choose(page, 'Look from', 'Along y');

  // A cut that misses says between what it would not.
  await page.getByRole('button', { name: '+ Derived run' }).click();
  await page.getByRole('textbox', { name: 'Stations' }).fill('30');
  await expect(
    page.getByText('No face is cut at z = 30 mm: on the zones chosen it goes from 0 to 20 mm'),
  ).toBeVisible();
  await page.getByRole('textbox', { name: 'Stations' }).fill('5 15');
  await expect(page.getByText('2 cuts, 4 parts (0 closed), 84 points')).toBeVisible();
  await page.getByRole('button', { name: 'Keep as a run' }).click();

  // The cut is a run with what it was made from beside it.
  await expect(page.getByRole('heading', { name: 'plate, cut at z 5, 15' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Made from' })).toContainText('cut at z = 5, 15');
  await expect.poll(() => ledger(page)).toMatchObject({ logged: 84, kept: 84 });

  // The next mesh: its units are known, and the same is made of it in one action.
  await send(page, 'finer.zip', plate(40, 20));
  await expect(page.getByRole('textbox', { name: 'Unit of x, y, z' })).toHaveValue('mm');
  await expect(page.getByText('unit as in the last field')).toBeVisible();
  await page.getByRole('button', { name: 'Take the field' }).click();
  await expect(view(page)).toBeVisible();
  await choose(page, 'Run', /^plate, cut at z/);
  await choose(page, 'The same of another field', 'finer');
  await expect(page.getByRole('heading', { name: 'finer, cut at z 5, 15' })).toBeVisible();
  await expect.poll(() => ledger(page)).toMatchObject({ logged: 164, kept: 164 });

  // What both meshes differ by is a field, and so is seen in space.
  await choose(page, 'Run', /^plate \(/);
  await page.getByRole('button', { name: '+ Derived run' }).click();
  await choose(page, 'Make', 'Difference from another field');
  await expect(page.getByText('Choose the field to compare with.')).toBeVisible();
  await choose(page, 'The other field', 'finer');
  await choose(page, 'Channels of the difference', /^p /);
  await page.keyboard.press('Escape');
  await expect(page.getByText(/^p: largest difference 0 kPa, at node 1 /)).toBeVisible();
  await page.getByRole('button', { name: 'Keep as a run' }).click();
  await expect(page.getByRole('heading', { name: 'plate, difference' })).toBeVisible();
  await expect(view(page)).toHaveAttribute('aria-label', /^Field coloured by Static_Pressure, difference/);
  await expect(page.getByRole('region', { name: 'Made from' })).toContainText('difference of p from "finer"');

  // The force of the pressure, in words before it is kept.
  await choose(page, 'Run', /^plate \(/);
  await page.getByRole('button', { name: '+ Derived run' }).click();
  await choose(page, 'Make', 'Integrals');
  await choose(page, 'Pressure', /^p /);
  await expect(page.getByText('2 surfaces, 0 closed')).toBeVisible();
  await expect(page.getByText(/^An open surface: its outer side/)).toBeVisible();
  await page.getByRole('button', { name: 'Keep as a run' }).click();
  await expect.poll(() => ledger(page)).toMatchObject({ logged: 3, kept: 3 });
});

test('rows with x, y and z are the nodes of a field when somebody says so', async ({ bench: page }) => {
  await page.getByRole('textbox', { name: 'Name' }).fill('Nodes');
  await page.getByRole('textbox', { name: 'Question' }).fill('Can a table be cut?');
  await page.getByRole('button', { name: 'Begin' }).click();
  await go(page, 'Intake');
  const rows = [0, 5, 10].flatMap((z) => [0, 10, 20].map((x) => `${x},${0.01 * x * x},${z},${100 + x - z}`));
  const table = ['X (mm),Y (mm),Z (mm),Pressure (kPa)', ...rows].join('\n');
  await fileInput(page)
    .first()
    .setInputFiles({ name: 'nodes.csv', mimeType: 'text/csv', buffer: Buffer.from(table) });
  await page.getByRole('button', { name: 'Read as nodes of a field' }).click();
  await expect(page.getByText('joined by triangles in the plane of x and z')).toBeVisible();
  await expect(page.getByRole('textbox', { name: 'Unit of x, y, z' })).toHaveValue('mm');
  await expect(page.getByRole('textbox', { name: 'Unit of Pressure' })).toHaveValue('kPa');
  await page.getByRole('button', { name: 'Take the field' }).click();
  await expect(view(page)).toHaveAttribute('aria-label', 'Field coloured by Pressure, 9 nodes');
});
