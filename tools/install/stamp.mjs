// Built with Node's built-ins only: it runs before any package is installed.
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
import { cacheFolder, projectFolder } from './folders.mjs';

/** Every file below the given files and folders (project-relative), sorted; missing ones are skipped. */
function filesBelow(paths) {
  return paths
    .map((path) => join(projectFolder, path))
    .filter((path) => existsSync(path))
    .flatMap((path) =>
      statSync(path).isFile()
        ? [path]
        : readdirSync(path, { recursive: true, withFileTypes: true })
            .filter((entry) => entry.isFile())
            .map((entry) => join(entry.parentPath ?? entry.path, entry.name)),
    )
    .sort();
}

const digest = (parts) => {
  const hash = createHash('sha256');
  for (const part of parts) hash.update(part);
  return hash.digest('hex');
};

/** Sizes and times of change: a hundred times faster than reading the files. */
const signature = (files) =>
  digest(files.map((path) => `${path}\0${statSync(path).size}\0${statSync(path).mtimeMs}\n`));
const content = (files) =>
  digest(files.flatMap((path) => [`${relative(projectFolder, path)}\0`, readFileSync(path)]));

/**
 * Remembers from which sources something was built. Sources that look unchanged (size and time) are
 * not read; others are compared by content, so that a fresh clone or a switched branch does not
 * rebuild what is the same.
 * @param name file name of the stamp in the cache folder.
 * @param paths project-relative files and folders.
 * @returns `{ isFresh(): boolean, write(): void }`.
 */
export function stampOf(name, paths) {
  const path = join(cacheFolder, name);
  const files = filesBelow(paths);
  const read = () => (existsSync(path) ? readFileSync(path, 'utf8').split('\n') : []);
  const write = () => {
    mkdirSync(dirname(path), { recursive: true });
    writeFileSync(path, `${signature(files)}\n${content(files)}`);
  };
  return {
    isFresh() {
      const [signed, hashed] = read();
      if (hashed === undefined) return false;
      if (signed === signature(files)) return true;
      if (hashed !== content(files)) return false;
      write();
      return true;
    },
    write,
  };
}
