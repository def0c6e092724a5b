import { defineConfig } from 'vitest/config';

/** One browser at a time: two cores are all a small machine has. */
export default defineConfig({
  test: { root: 'e2e', include: ['**/*.e2e.ts'], testTimeout: 120_000, hookTimeout: 120_000, fileParallelism: false },
});
