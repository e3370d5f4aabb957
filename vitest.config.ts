import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['{core,contract,application,server,demo,benchmarks,reliability,scripts,web}/**/*.test.ts'],
    pool: 'forks',
    maxWorkers: 2,
    testTimeout: 60_000,
    hookTimeout: 60_000,
  },
});
