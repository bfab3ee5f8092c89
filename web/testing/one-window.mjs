import { builtinEnvironments } from 'vitest/runtime';

const KEPT = Symbol.for('nab.window');

/**
 * One window for all files of a worker: making it, and Angular anew in each, took longer than the tests.
 * The CDK keeps hold of the first window that it sees.
 */
export default {
  name: 'one-window',
  viteEnvironment: 'client',
  async setup(global, options) {
    global[KEPT] ??= await builtinEnvironments.jsdom.setup(global, options);
    return {
      teardown({ document, localStorage, sessionStorage }) {
        document.body.replaceChildren();
        localStorage.clear();
        sessionStorage.clear();
      },
    };
  },
};
