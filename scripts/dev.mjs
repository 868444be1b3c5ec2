/**
 * npm run dev: the server, bundled anew and started again at each change, and Vite, which
 * serves the pages with live reload and passes the API on. Arguments go to the server.
 */
import { spawn } from 'node:child_process';
import { join } from 'node:path';

const root = join(import.meta.dirname, '..');
const run = (command, args) => spawn(command, args, { cwd: root, stdio: 'inherit' });
const children = [
  run('node', ['server/build.mjs', '--watch']),
  // The bundles must be there before what watches them starts.
  run('sh', [
    '-c',
    'until [ -f server/dist/main.js ]; do sleep 0.2; done; exec node --watch server/dist/main.js --api-only "$@"',
    'sh',
    ...process.argv.slice(2),
  ]),
  run('npm', ['run', '-s', 'dev', '-w', 'web']),
];
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => children.forEach((c) => c.kill(signal)));
for (const child of children) child.on('exit', () => children.forEach((c) => c.kill('SIGTERM')));
