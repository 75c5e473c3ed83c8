import { join } from 'node:path';
import vue from '@vitejs/plugin-vue';
import { defineConfig } from 'vite';
import { compressed } from './compress.ts';

export default defineConfig({
  root: import.meta.dirname,
  plugins: [vue(), compressed()],
  build: {
    target: 'es2022',
    sourcemap: false,
    assetsInlineLimit: 0,
    chunkSizeWarningLimit: 900,
    rolldownOptions: {
      input: ['index.html', 'src/workers/page-keeper.ts'].map((file) => join(import.meta.dirname, file)),
      output: {
        // A service worker answers for what is below its own address.
        // What the page loads whichever screen it opens is one file in place of dozens: each has headers, and is compressed by itself.
        codeSplitting: { groups: [{ name: 'start', tags: ['$initial'], test: /^(?!.*page-keeper)/ }] },
        entryFileNames: ({ name }) => (name === 'page-keeper' ? '[name].js' : 'assets/[name]-[hash].js'),
      },
    },
  },
  worker: { format: 'es' },
  server: { host: '127.0.0.1', proxy: { '/api': 'http://127.0.0.1:4640' } },
});
