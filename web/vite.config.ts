/// <reference types="vitest/config" />
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [react()],
  server: { proxy: { '/api': 'http://127.0.0.1:7460' } },
  build: {
    target: 'es2022',
    assetsInlineLimit: 0,
    chunkSizeWarningLimit: 700,
    // A page is three or four files instead of forty: what every page needs, what several do, and its own.
    rolldownOptions: {
      output: {
        codeSplitting: {
          groups: [
            { name: 'first', tags: ['$initial'] },
            { name: 'shared', minShareCount: 2 },
          ],
        },
      },
    },
  },
  // One document for all files: making one takes ten times as long as most tests in it.
  test: { environment: 'jsdom', isolate: false, pool: 'threads', setupFiles: ['src/test-setup.ts'] },
});
