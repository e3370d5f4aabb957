import { defineConfig } from 'vitest/config';

/** The tests of what the job computes, for the mutation run. */
export default defineConfig({ test: { include: ['core/**/*.test.ts'], testTimeout: 60_000 } });
