/**
 * npm run check-values -- FOLDER: runs reference values from a folder through the core.
 * One line per kind: file kind passed/total worst-relative-error; then the failing cases;
 * then `N passed, N failed, N skipped`. Exits with 1 when a case fails.
 */
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Case, Checker } from './Checker';
import { comparisons } from './comparisons';
import { fits } from './fits';
import { interpolation } from './interpolation';
import { nonlinear } from './nonlinear';
import { properties } from './properties';
import { signals } from './signals';
import { units } from './units';

const checkers: readonly Checker[] = [
  ...fits,
  ...nonlinear,
  ...interpolation,
  ...properties,
  ...signals,
  ...comparisons,
  ...units,
];
const files = ['fits', 'nist-nonlinear', 'interpolation', 'signals', 'properties', 'units'];

/** How the files name the kind of a case. */
function kindOf(file: string, c: Case): string {
  if (file === 'signals') return c['op'];
  if (file === 'interpolation') return `${c['dim']} ${c['method']}`;
  return c['kind'] === 'iapws' ? `iapws ${c['group'].replace('if97-_', '')}` : c['kind'];
}

function runCase(checker: Checker, c: Case, all: readonly Case[]) {
  try {
    return checker.check(c, all);
  } catch (error) {
    return { worst: Infinity, failure: error instanceof Error ? error.message : String(error) };
  }
}

function main(folder: string | undefined): number {
  if (!folder || !existsSync(folder)) {
    console.error(
      `Name a folder with check values: npm run check-values -- FOLDER. ${folder ?? 'None'} was not found.`,
    );
    return 2;
  }
  const total = { passed: 0, failed: 0, skipped: 0 };
  const failures: string[] = [];
  for (const file of files) {
    const path = join(folder, `${file}.json`);
    if (!existsSync(path)) continue;
    const cases = (JSON.parse(readFileSync(path, 'utf8')) as { cases: Case[] }).cases;
    const kinds = [...new Set(cases.map((c) => kindOf(file, c)))];
    for (const kind of kinds) {
      // A signal's own samples are input of other cases, not a case.
      if (file === 'signals' && kind === 'data') continue;
      const ofKind = cases.filter((c) => kindOf(file, c) === kind && !c.ambiguous);
      const checker = checkers.find((k) => k.file === file && k.kind === kind);
      if (!checker) {
        total.skipped += ofKind.length;
        console.log(`${file} ${kind} skipped ${ofKind.length}`);
        continue;
      }
      let passed = 0;
      let worst = 0;
      for (const c of ofKind) {
        const outcome = runCase(checker, c, cases);
        worst = Math.max(worst, outcome.worst);
        if (outcome.failure) failures.push(`${c.id}: ${outcome.failure}`);
        else passed++;
      }
      total.passed += passed;
      total.failed += ofKind.length - passed;
      console.log(`${file} ${kind} ${passed}/${ofKind.length} ${worst.toExponential(1)}`);
    }
  }
  for (const failure of failures) console.log(failure);
  console.log(`${total.passed} passed, ${total.failed} failed, ${total.skipped} skipped`);
  return total.failed > 0 ? 1 : 0;
}

process.exitCode = main(process.argv[2]);
