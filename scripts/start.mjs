/**
 * npm start and npm run demo: installs what is missing, builds, and starts the server.
 * Uses nothing but Node.js, since nothing is installed before it has run.
 */
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, statSync } from 'node:fs';
import { join } from 'node:path';

const root = join(import.meta.dirname, '..');
const must = (command, args) => {
  const { status } = spawnSync(command, args, { cwd: root, stdio: 'inherit' });
  if (status !== 0) process.exit(status ?? 1);
};
const installed = join(root, 'node_modules', '.package-lock.json');
const stale = !existsSync(installed) || statSync(installed).mtimeMs < statSync(join(root, 'package-lock.json')).mtimeMs;
// What only tests and measurements need is left out, unless it is here already.
const withTools = existsSync(join(root, 'node_modules', 'jest'));
if (stale) must('npm', ['ci', '--no-audit', '--no-fund', ...(withTools ? [] : ['--omit=dev'])]);
must('npm', ['run', '-s', 'build']);
const server = spawn(process.execPath, [join(root, 'server', 'dist', 'main.js'), ...process.argv.slice(2)], {
  stdio: 'inherit',
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 1));
