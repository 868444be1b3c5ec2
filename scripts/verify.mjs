/**
 * npm run verify: installs, checks and tests everything, and ends with one line
 * `N passed, N failed` summed over all suites. Needs nothing but Node.js.
 */
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
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

/** Checks beside each other, each with what it had to say; none of them writes what another reads. */
async function checkTogether(...checks) {
  const ended = checks.map(
    ([label, command, args]) =>
      new Promise((resolve) => {
        const child = spawn(command, args, { cwd: root, stdio: ['ignore', 'pipe', 'pipe'] });
        const said = [];
        for (const stream of [child.stdout, child.stderr]) stream.on('data', (text) => said.push(text));
        child.on('error', (error) => resolve({ label, said: String(error), ok: false }));
        child.on('close', (status) => resolve({ label, said: Buffer.concat(said).toString(), ok: status === 0 }));
      }),
  );
  for (const { label, said, ok } of await Promise.all(ended)) {
    console.log(`\n== ${label}: ${ok ? 'passed' : 'failed'}`);
    process.stdout.write(said);
    if (ok) total.passed++;
    else total.failed++;
  }
}

if (!run('install', 'npm', ['ci', '--no-audit', '--no-fund'])) {
  console.log('0 passed, 1 failed');
  process.exit(1);
}
await checkTogether(
  ['types', 'npm', ['run', '-s', 'types']],
  ['lint', 'npx', ['eslint', '.']],
  ['style', 'npx', ['prettier', '--check', '.']],
  ['build', 'npm', ['run', '-s', 'build']],
);

const folder = mkdtempSync(join(tmpdir(), 'undameter-verify-'));
try {
  unitTests();
  browserTests();
} finally {
  rmSync(folder, { recursive: true, force: true });
}
console.log(`${total.passed} passed, ${total.failed} failed`);
process.exit(total.failed === 0 && total.passed > 0 ? 0 : 1);

function unitTests() {
  const report = join(folder, 'jest.json');
  const ok = run('unit and API tests', 'npm', ['test', '--', '--json', `--outputFile=${report}`]);
  count(report, ok, ({ numPassedTests, numFailedTests, numFailedTestSuites }) => [
    numPassedTests,
    Math.max(numFailedTests, ok ? 0 : numFailedTestSuites),
  ]);
}

function browserTests() {
  if (!hasChromium()) {
    console.log('There is no chromium and apt could not install it: the browser tests cannot run.');
    total.failed++;
    return;
  }
  const report = join(folder, 'playwright.json');
  const ok = run('browser tests', 'npx', ['playwright', 'test', '-c', 'e2e', '--reporter=list,json'], {
    PLAYWRIGHT_JSON_OUTPUT_NAME: report,
  });
  count(report, ok, ({ stats }) => [stats.expected + stats.flaky, stats.unexpected]);
}

/** Adds the numbers of a suite's own report; a suite that wrote none has failed. */
function count(report, ok, read) {
  try {
    const [passed, failed] = read(JSON.parse(readFileSync(report, 'utf8')));
    total.passed += passed;
    total.failed += ok ? failed : Math.max(failed, 1);
  } catch {
    total.failed++;
  }
}

/** Debian's chromium, installed where it is missing. */
function hasChromium() {
  const chromium = process.env.UNDAMETER_CHROMIUM ?? '/usr/bin/chromium';
  if (existsSync(chromium)) return true;
  run('install chromium', 'apt-get', ['update', '-q']);
  run('install chromium', 'apt-get', ['install', '-y', '-q', 'chromium'], { DEBIAN_FRONTEND: 'noninteractive' });
  return existsSync(chromium);
}
