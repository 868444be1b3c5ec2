/**
 * npm run coverage: how often the 95 % intervals hold the truth, on simulated sets from seeds.
 * `-- 200` simulates that many sets of each case; `-- 1000 docs/coverage.md` writes the table there.
 */
import { writeFileSync } from 'node:fs';
import { coverageOfDerived } from './derived';
import { coverageOfFits } from './fits';
import { coverageOfMeans } from './means';

const about = `A 95 % interval should hold the truth in 94 to 96 of 100 sets. Where it does not, the product should say so.

- *growing*: the scatter is seven times as large at one end of x. Without weights the intervals are those of equal scatter, and the
  ladder says that the scatter grows.
- *AR(1)*: neighbours in time are correlated; 60 points at 0.5, 300 at 0.9. The correlation is estimated from the residuals, so
  the intervals of models with three and more parameters fall short by two to four in a hundred. The ladder says that so few
  independent points make the ± itself unsure.
- *shared offset*, *shared gain*: all points of a set are off together, by three standard deviations of a point and by 1 %.
  A further point is one of the same sensors. Reading back close to the top of a parabola is beyond first order, and the reading says so;
  told counts that as well, also where it was not needed.
- *operating point*: covers is of those that are not told as too short for their correlation time, told the share of these.
- Lines through a smoothed or differentiated channel know how each logged sample came into their points. The noise of a derivative
  cancels along the line but at its ends, of which there are few: its ± is somewhat too large, on the safe side.
`;
const sets = Number(process.argv[2] ?? 400);
const begun = performance.now();
const rows = [...coverageOfFits(sets), ...coverageOfMeans(sets), ...coverageOfDerived(sets)];

const percent = (v: number): string => (Number.isNaN(v) ? '–' : v.toFixed(1));
const lines = rows.map(
  ({ name, covers, told }) =>
    `| ${name} | ${Object.entries(covers)
      .map(([of, v]) => `${of} ${percent(v)}`)
      .join(', ')} | ${percent(told)} |`,
);
const table = ['| case | covers, % | told, % |', '| --- | --- | --- |', ...lines].join('\n');
console.log(table);
console.log(`${sets} sets a case, ${((performance.now() - begun) / 1000).toFixed(0)} s`);
const target = process.argv[3];
if (target)
  writeFileSync(
    target,
    `# How often the ± hold\n\nWritten by \`npm run coverage -- ${sets} ${target}\`. ${sets} simulated sets of each case, from seeds.\n\n${about}\n${table}\n`,
  );
