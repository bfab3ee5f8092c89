import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { projectFolder } from '../install/folders.mjs';

/** Project-relative paths that differ from the last commit, new files included. */
export function changedFiles() {
  const git = (...words) =>
    spawnSync('git', words, { cwd: projectFolder, encoding: 'utf8' }).stdout ?? '';
  return `${git('diff', '--name-only', 'HEAD')}${git('ls-files', '--others', '--exclude-standard')}`
    .split('\n')
    .filter((path) => path !== '' && existsSync(join(projectFolder, path)));
}

export const lintable = (files) => files.filter((path) => /\.(ts|mjs|html)$/.test(path));

/** Packages of which one is built on the others before it. */
const STACK = ['core', 'contract', 'words', 'sheets'];

/**
 * Which tests changed files can reach: Vitest's projects (it finds the files by their imports), and
 * whether the web application's.
 */
export function testProjects(files) {
  const reached = (part) => files.some((path) => path.startsWith(`${part}/`));
  const lowest = STACK.findIndex(reached);
  return {
    vitest: lowest < 0 ? [] : STACK.slice(lowest),
    web: reached('web') || ['core', 'contract', 'words'].some(reached),
  };
}
