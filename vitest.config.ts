import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    projects: [
      { test: { name: 'core', include: ['core/**/*.spec.ts'], testTimeout: 60_000 } },
      { test: { name: 'contract', include: ['contract/**/*.spec.ts'], testTimeout: 60_000 } },
      { test: { name: 'sheets', include: ['sheets/**/*.spec.ts'], testTimeout: 60_000 } },
      { test: { name: 'words', include: ['words/**/*.spec.ts'], testTimeout: 60_000 } },
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
          testTimeout: 60_000,
          hookTimeout: 60_000,
          // One database, so one file after another.
          fileParallelism: false,
        },
      },
    ],
  },
});
