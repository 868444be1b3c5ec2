/**
 * npm run bench: the median time of each kernel, against numpy and scipy in the same run, and
 * the way of a 200 MB log against pandas, where Debian's python3-numpy, python3-scipy and
 * python3-pandas are installed; fields against python3-vtk9. `npm run bench -- kernels`, `-- fields`, `-- procedure`, `-- intake` only a part, `-- large`
 * with a log of 2 GB.
 */
import { spawnSync } from 'node:child_process';
import { cases, setUp } from './cases';
import { benchFields } from './fields';
import { benchIntake } from './intake';
import { medianInPython, timeOf } from './medians';
import { benchProcedure } from './procedure';

const RUNS = 7;

/** Medians of the reference in ms by name, or undefined where Python cannot run it. */
function references(): Record<string, number> | undefined {
  const timed = cases.flatMap(({ name, reference }) => (reference ? [[name, reference]] : []));
  const script = `${setUp}
${medianInPython(RUNS)}
print(json.dumps({${timed.map(([name, expression]) => `${JSON.stringify(name)}: median_ms(lambda: ${expression})`).join(', ')}}))`;
  const { status, stdout } = spawnSync('/usr/bin/python3', ['-c', script], { encoding: 'utf8' });
  return status === 0 ? (JSON.parse(stdout) as Record<string, number>) : undefined;
}

async function benchKernels(): Promise<void> {
  const reference = references();
  if (!reference)
    console.log(
      'No reference: install python3-numpy and python3-scipy (Debian) to see each time as a ratio to theirs.\n',
    );
  console.log(`${'kernel'.padEnd(46)}${'ms'.padStart(9)}${'reference'.padStart(11)}${'ratio'.padStart(8)}`);
  for (const { name, ours } of cases) {
    const ms = await timeOf(ours, RUNS);
    const theirs = reference?.[name];
    const ratio = theirs === undefined ? '–' : (ms / theirs).toFixed(2);
    console.log(
      `${name.padEnd(46)}${ms.toFixed(1).padStart(9)}${(theirs?.toFixed(1) ?? '–').padStart(11)}${ratio.padStart(8)}`,
    );
  }
}

const wanted = process.argv[2];
if (wanted === undefined || wanted === 'kernels') await benchKernels();
if (wanted === undefined || wanted === 'fields') await benchFields();
if (wanted === undefined || wanted === 'procedure') benchProcedure();
if (wanted === undefined || wanted === 'intake') await benchIntake(1_000_000);
if (wanted === 'large') await benchIntake(10_000_000);
