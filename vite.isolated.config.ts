import { defineConfig } from 'vite';

/**
 * Compiles the process that reads files from strangers, by itself: what it shares with the server would split that into
 * many small files, and a server that may open few could not start.
 */
export default defineConfig({
  publicDir: false,
  ssr: { noExternal: true, external: ['better-sqlite3', 'sharp'] },
  build: {
    ssr: true,
    outDir: 'dist/isolated',
    emptyOutDir: true,
    target: 'node20',
    chunkSizeWarningLimit: 4000,
    rolldownOptions: {
      input: { isolatedProcess: 'server/isolated/process.ts' },
      output: { entryFileNames: '[name].js', chunkFileNames: '[name]-[hash].js' },
      checks: { pluginTimings: false },
    },
  },
});
