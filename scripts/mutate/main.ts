/**
 * npm run mutate [-- PATH --lines N --seed S]: small deliberate faults in lines drawn from each room, and how many
 * of them a test of the project notices. A fault that no test runs counts as one that was not noticed.
 */
import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, relative } from 'node:path';
import { parseArgs } from 'node:util';
import { Stryker } from '@stryker-mutator/core';
import { report, type Fault } from './report';
import { sampleLines } from './sampleLines';

/** The rooms whose code is plain functions; views and what only starts them are seen by the browser tests. */
const rooms: Record<string, { goal: number; except: RegExp }> = {
  core: { goal: 0.85, except: /index\.ts$/ },
  formats: { goal: 0.85, except: /index\.ts$/ },
  contract: { goal: 0.75, except: /index\.ts$/ },
  // What only a process has is tested on the built server, which is not started here.
  server: {
    goal: 0.75,
    except: /(main|[Ww]orker|Pools|ThreadConnection|syncedNodeFs|ensureDemo|startServices)\.ts$/,
  },
  web: { goal: 0.75, except: /main\.ts$|\/use[A-Z]\w*\.ts$/ },
};

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: { lines: { type: 'string', default: '40' }, seed: { type: 'string', default: '1' } },
});
const asked = positionals[0] ?? '';
const results: { room: string; goal: number; faults: Fault[] }[] = [];
for (const [room, { goal, except }] of Object.entries(rooms)) {
  const files = filesOf(room).filter((file) => file.startsWith(asked) && !except.test(file));
  if (files.length > 0) results.push({ room, goal, faults: await tryFaults(room, files) });
}
console.log(report(results));

function filesOf(room: string): string[] {
  return readdirSync(`${room}/src`, { recursive: true, encoding: 'utf8' })
    .filter((file) => file.endsWith('.ts') && !/\.(test|d)\.ts$/.test(file))
    .map((file) => join(room, 'src', file));
}

async function tryFaults(room: string, files: string[]): Promise<Fault[]> {
  const lines = sampleLines(files, Number(values.lines), values.seed);
  const folder = mkdtempSync(join(tmpdir(), 'undameter-mutate-'));
  try {
    const mutants = await new Stryker({
      mutate: lines.map(({ file, line }) => `${file}:${line}-${line}`),
      testRunner: 'jest',
      testRunnerNodeArgs: ['--experimental-vm-modules', '--no-warnings'],
      // The tests of the room itself: where a fault is cheapest to notice, and minutes in place of hours.
      jest: {
        projectType: 'custom',
        configFile: 'jest.config.js',
        config: { testMatch: [`<rootDir>/${room}/**/*.test.ts`] },
      },
      coverageAnalysis: 'perTest',
      // Words are for people to judge; what is computed once at loading would have every test run.
      mutator: { excludedMutations: ['StringLiteral', 'ObjectLiteral'] },
      ignoreStatic: true,
      ignorePatterns: ['/docs', '/e2e', '/web/dist', '/data'],
      concurrency: 2,
      // Only an endless loop takes so much longer; what else runs on the machine does not.
      timeoutFactor: 4,
      timeoutMS: 30_000,
      reporters: ['dots'],
      tempDirName: folder,
      allowConsoleColors: false,
      logLevel: 'error' as NonNullable<ConstructorParameters<typeof Stryker>[0]['logLevel']>,
    }).runMutationTest();
    return mutants.map((m) => ({
      file: relative(process.cwd(), m.fileName),
      line: m.location.start.line,
      status: m.status,
      kind: m.mutatorName,
      replacement: m.replacement ?? '',
    }));
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
