/** Bundles the server and its threads; packages stay outside, our own workspaces go in. */
import { build, context } from 'esbuild';

const options = {
  absWorkingDir: import.meta.dirname,
  entryPoints: {
    main: 'src/main.ts',
    'store/pg/worker': 'src/store/pg/worker.ts',
    'threads/benchWorker': 'src/threads/benchWorker.ts',
    'threads/longWorker': 'src/threads/longWorker.ts',
    'threads/readerWorker': 'src/threads/readerWorker.ts',
    'threads/deskWorker': 'src/threads/deskWorker.ts',
    'threads/figureWorker': 'src/threads/figureWorker.ts',
  },
  outdir: 'dist',
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  sourcemap: 'linked',
  legalComments: 'none',
  plugins: [
    {
      name: 'packages-stay-outside',
      setup({ onResolve }) {
        onResolve({ filter: /^[^./]/ }, ({ path, kind }) =>
          kind === 'entry-point' || path.startsWith('@undameter/') ? undefined : { path, external: true },
        );
      },
    },
  ],
};
// With --watch: a new bundle after each change, until it is stopped.
if (process.argv.includes('--watch')) await (await context(options)).watch();
else await build(options);
