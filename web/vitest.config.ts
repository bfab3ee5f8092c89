import { defineConfig } from 'vitest/config';

// On a crowded machine a test may wait long for its turn: the limit is for those that hang.
export default defineConfig({
  test: {
    environment: './testing/one-window.mjs',
    isolate: false,
    pool: 'threads',
    maxWorkers: '100%',
    testTimeout: 60_000,
    // What a file put in the place of something is gone before the next one.
    unstubGlobals: true,
    restoreMocks: true,
  },
});
