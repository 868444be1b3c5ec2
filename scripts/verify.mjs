/**
 * npm run verify: installs, checks and tests everything, and ends with one line
 * `N passed, N failed` summed over all suites. Needs nothing but Node.js.
 */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const root = join(import.meta.dirname, '..');
const total = { passed: 0, failed: 0 };

/** Runs a command in the open; a check that is no suite counts as one test. */
function run(label, command, args, env = {}) {
  console.log(`\n== ${label}`);
  const { status } = spawnSync(command, args, {
    cwd: root,
    stdio: ['ignore', 'inherit', 'inherit'],
    env: { ...process.env, ...env },
  });
  return status === 0;
}

const check = (label, ...command) => (run(label, ...command) ? total.passed++ : total.failed++);

if (!run('install', 'npm', ['ci', '--no-audit', '--no-fund'])) {
  console.log('0 passed, 1 failed');
  process.exit(1);
}
check('types', 'npx', ['tsc', '-p', 'tsconfig.json']);
check('style', 'npx', ['prettier', '--check', '.']);
check('build', 'npm', ['run', '-s', 'build']);

const folder = mkdtempSync(join(tmpdir(), 'undameter-verify-'));
const report = join(folder, 'jest.json');
const ok = run('unit and API tests', 'npm', ['test', '--', '--json', `--outputFile=${report}`]);
try {
  const { numPassedTests, numFailedTests, numFailedTestSuites } = JSON.parse(readFileSync(report, 'utf8'));
  total.passed += numPassedTests;
  total.failed += Math.max(numFailedTests, ok ? 0 : numFailedTestSuites);
} catch {
  total.failed++;
}
rmSync(folder, { recursive: true, force: true });
console.log(`${total.passed} passed, ${total.failed} failed`);
process.exit(total.failed === 0 && total.passed > 0 ? 0 : 1);
