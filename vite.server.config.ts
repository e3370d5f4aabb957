import { defineConfig } from 'vite';

/** Compiles the server, the threads it judges on, and what makes the demo household. Packages stay packages. */
export default defineConfig({
  publicDir: false,
  build: {
    ssr: true,
    outDir: 'dist/server',
    emptyOutDir: true,
    target: 'node20',
    sourcemap: true,
    rolldownOptions: {
      input: { main: 'server/main.ts', fitWorker: 'server/verdicts/fitWorker.ts', makeDemo: 'demo/make.ts', passphrase: 'scripts/passphrase.ts' },
      // All side by side, so that one finds another by its name.
      output: { entryFileNames: '[name].js', chunkFileNames: '[name]-[hash].js' },
    },
  },
});
