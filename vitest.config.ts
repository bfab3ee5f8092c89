import { defineConfig } from 'vitest/config';

/** Pure computation: files that share their modules spare two minutes of loading them again and again. */
const pure = { testTimeout: 60_000, isolate: false };

export default defineConfig({
  test: {
    // Every core: the runner would leave one idle.
    maxWorkers: '100%',
    projects: [
      { test: { name: 'core', include: ['core/**/*.spec.ts'], ...pure } },
      { test: { name: 'contract', include: ['contract/**/*.spec.ts'], ...pure } },
      { test: { name: 'sheets', include: ['sheets/**/*.spec.ts'], ...pure } },
      { test: { name: 'words', include: ['words/**/*.spec.ts'], ...pure } },
      {
        test: {
          name: 'tools',
          include: ['tools/**/*.spec.ts', 'docs/**/*.spec.ts'],
          testTimeout: 60_000,
        },
      },
      {
        test: {
          name: 'server',
          include: ['server/**/*.spec.ts'],
          isolate: false,
          testTimeout: 60_000,
          hookTimeout: 60_000,
        },
      },
    ],
  },
});
