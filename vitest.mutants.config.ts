import { defineConfig } from 'vitest/config';

/** The tests of what the job computes, for the mutation run; tables are read in those of the application. */
export default defineConfig({
  test: { include: ['core/**/*.test.ts', 'application/**/*.test.ts'], testTimeout: 60_000 },
});
