import babel from '@rolldown/plugin-babel';
import react, { reactCompilerPreset } from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

/** In development Vite serves the pages and passes what is asked of the API on to the server. */
const apiPort = process.env['PORT'] ?? '4780';

/**
 * Views are memoised by the compiler: a slider redraws what depends on it and nothing else. One that it cannot read
 * fails the build. It reads views and hooks of ours only, since looking at all modules took most of the build.
 */
const memoised = babel({
  presets: [reactCompilerPreset({ panicThreshold: 'all_errors' })],
  include: [/\/web\/src\/.*\.tsx$/, /\/web\/src\/.*\/use[A-Z]\w*\.ts$/],
});

export default defineConfig({
  plugins: [react(), memoised],
  server: { host: '127.0.0.1', port: 4781, proxy: { '/api': `http://127.0.0.1:${apiPort}` } },
  build: {
    target: 'es2022',
    // The chart library alone is larger than the default limit of the warning.
    chunkSizeWarningLimit: 1200,
    rolldownOptions: {
      output: {
        codeSplitting: {
          groups: [
            { name: 'charts', test: /node_modules\/(echarts|zrender)\// },
            { name: 'components', test: /node_modules\/(antd|@ant-design|@rc-component|rc-)/ },
            { name: 'frame', test: /node_modules\// },
          ],
        },
      },
    },
  },
});
