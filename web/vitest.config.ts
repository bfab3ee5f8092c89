import { defineConfig } from 'vitest/config';

// A fresh window for every file: the CDK keeps hold of the first one that it sees.
// On a crowded machine a test may wait long for its turn: the limit is for those that hang.
export default defineConfig({
  test: { isolate: true, pool: 'threads', maxWorkers: '100%', testTimeout: 60_000 },
});
