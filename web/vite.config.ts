import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

/** In development Vite serves the pages and passes what is asked of the API on to the server. */
const apiPort = process.env['PORT'] ?? '4780';

export default defineConfig({
  // Views are memoised: a slider redraws what depends on it and nothing else. One that cannot be read fails the build.
  plugins: [react({ compiler: { panicThreshold: 'all_errors' } })],
  server: { host: '127.0.0.1', port: 4781, proxy: { '/api': `http://127.0.0.1:${apiPort}` } },
  build: {
    target: 'es2022',
    // The chart library alone is larger than the default limit of the warning.
    chunkSizeWarningLimit: 1200,
    rolldownOptions: {
      // How long each plug-in took is for those who work on the build.
      checks: { bundlerTimings: false },
      output: {
        codeSplitting: {
          groups: [
            { name: 'charts', test: /node_modules\/(echarts|zrender)\// },
            { name: 'components', test: /node_modules\/(antd|@ant-design|@rc-component|rc-)/ },
            // All but the editor of reports, the reader of documents and the pictures in space, which only one place needs.
            {
              name: 'frame',
              test: /node_modules\/(?!@tiptap|pdfjs-dist|three\/|@react-three|zustand|suspend-react|its-fine|react-use-measure|prosemirror-|orderedmap|rope-sequence|diff\/)/,
            },
          ],
        },
      },
    },
  },
});
