import { defineConfig } from 'vitest/config';

// A fresh window for every file: the CDK keeps hold of the first one that it sees.
export default defineConfig({ test: { isolate: true, pool: 'threads', maxWorkers: '100%' } });
