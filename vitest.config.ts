import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['{core,contract,application,server,demo,benchmarks,reliability,scripts,web}/**/*.test.ts'],
    globalSetup: 'scripts/lib/isolated-process.ts',
    pool: 'forks',
    maxWorkers: 2,
    // Modules are read once a worker; none keeps anything between tests. Two fifths less time.
    isolate: false,
    testTimeout: 60_000,
    hookTimeout: 60_000,
  },
});
