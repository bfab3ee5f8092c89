/**
 * What the compiler checks by itself. The web application is not among them: its build and its tests
 * check it, templates included.
 */
export const TYPE_PROJECTS = ['.', 'e2e', 'web/tsconfig.worker.json'];
