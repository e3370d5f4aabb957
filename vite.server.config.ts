import { defineConfig } from 'vite';

/**
 * Compiles the server, the threads it judges on, and what makes the demo household, each with the packages it uses: a
 * few files start in half the time and with a tenth of the file handles. Native code and what starts threads stays
 * outside.
 */
export default defineConfig({
  publicDir: false,
  ssr: { noExternal: true, external: ['better-sqlite3', 'sharp', '@node-rs/argon2', 'piscina', 'pino'] },
  build: {
    ssr: true,
    outDir: 'dist/server',
    emptyOutDir: true,
    target: 'node20',
    sourcemap: true,
    chunkSizeWarningLimit: 4000,
    rolldownOptions: {
      input: {
        main: 'server/main.ts',
        fitWorker: 'server/verdicts/fitWorker.ts',
        makeDemo: 'demo/make.ts',
        passphrase: 'scripts/passphrase.ts',
        keeping: 'scripts/keeping.ts',
        crest: 'scripts/crest.ts',
        plan: 'scripts/plan.ts',
      },
      // All side by side, so that one finds another by its name.
      output: { entryFileNames: '[name].js', chunkFileNames: '[name]-[hash].js' },
      checks: { pluginTimings: false },
    },
  },
});
