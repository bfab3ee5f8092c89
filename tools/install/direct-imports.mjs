// Copies the sources of the application with every import pointed at the file that it means.
//
// The bundler divides code by files: a page that imports one name through a door (`index.ts`) is
// given all files behind that door. Doors are for people, so the build goes past them.
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, statSync } from 'node:fs';
import { symlinkSync, writeFileSync } from 'node:fs';
import { dirname, join, posix, relative } from 'node:path';
import { cacheFolder, projectFolder } from './folders.mjs';

const PACKAGES = ['core', 'contract', 'words'];
const FOLDERS = [...PACKAGES.map((name) => `${name}/src`), 'web/src', 'web/public'];
const FILES = [
  'tsconfig.base.json',
  ...PACKAGES.map((name) => `${name}/package.json`),
  ...['angular.json', 'ngsw-config.json', 'package.json', 'tsconfig.app.json', 'tsconfig.json'].map(
    (name) => `web/${name}`,
  ),
  'web/tsconfig.worker.json',
];

/** Where the application is built. */
export const buildFolder = join(cacheFolder, 'application');

/**
 * Brings the copy up to date; files that stay the same are left alone, for the compiler's own cache.
 */
export async function copyWithDirectImports() {
  const direct = await directImports(projectFolder);
  const wanted = new Set();
  for (const path of [...FILES, ...FOLDERS.flatMap((folder) => filesBelow(folder))]) {
    if (/\.spec\.ts$/.test(path)) continue;
    wanted.add(path);
    const from = join(projectFolder, path);
    const to = join(buildFolder, path);
    const content = /\.ts$/.test(path) ? Buffer.from(direct(path)) : readFileSync(from);
    if (existsSync(to) && readFileSync(to).equals(content)) continue;
    mkdirSync(dirname(to), { recursive: true });
    writeFileSync(to, content);
  }
  for (const folder of FOLDERS) {
    for (const path of filesBelow(folder, buildFolder)) {
      if (!wanted.has(path)) rmSync(join(buildFolder, path));
    }
  }
  for (const folder of ['node_modules', 'web/node_modules']) {
    const to = join(buildFolder, folder);
    if (existsSync(join(projectFolder, folder)) && !existsSync(to)) {
      symlinkSync(join(projectFolder, folder), to);
    }
  }
}

function filesBelow(folder, root = projectFolder) {
  const path = join(root, folder);
  if (!existsSync(path)) return [];
  return readdirSync(path, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => relative(root, join(entry.parentPath ?? entry.path, entry.name)));
}

/**
 * Finds what every import means.
 * @param root folder with the packages.
 * @returns the text of a source file (path below the root) with direct imports.
 */
export async function directImports(root) {
  const { default: ts } = await import('typescript');
  const parsed = new Map();

  const parse = (path) => {
    let file = parsed.get(path);
    if (!file) {
      const text = readFileSync(join(root, path), 'utf8');
      file = ts.createSourceFile(path, text, ts.ScriptTarget.Latest, true);
      parsed.set(path, file);
    }
    return file;
  };
  const isFile = (path) => existsSync(join(root, path)) && statSync(join(root, path)).isFile();

  /** The source file of Nab's own that an import names; null for all others. */
  const resolve = (from, specifier) => {
    const [, name, district] = /^@nab\/(\w+)\/(\w+)$/.exec(specifier) ?? [];
    const base = name
      ? `${name}/src/${district}`
      : specifier.startsWith('.')
        ? posix.join(posix.dirname(from), specifier).replace(/\.js$/, '')
        : null;
    const found = [`${base}.ts`, `${base}/index.ts`, base].find((path) => base && isFile(path));
    return found ?? null;
  };

  /** The file that declares a name which another one exports, and its name there. */
  const declaration = (path, name) => {
    const stars = [];
    for (const statement of parse(path).statements) {
      if (!ts.isExportDeclaration(statement) || !statement.moduleSpecifier) continue;
      const target = resolve(path, statement.moduleSpecifier.text);
      if (!target) continue;
      if (!statement.exportClause) stars.push(target);
      else if (ts.isNamedExports(statement.exportClause)) {
        const found = statement.exportClause.elements.find((one) => one.name.text === name);
        if (found) return declaration(target, (found.propertyName ?? found.name).text);
      }
    }
    if (declares(path, name)) return { path, name };
    for (const target of stars) {
      const found = declaration(target, name);
      if (found) return found;
    }
    return null;
  };

  const declares = (path, name) =>
    parse(path).statements.some((statement) => {
      if (ts.isExportDeclaration(statement) && !statement.moduleSpecifier) {
        return (
          statement.exportClause &&
          ts.isNamedExports(statement.exportClause) &&
          statement.exportClause.elements.some((one) => one.name.text === name)
        );
      }
      const exported =
        ts.canHaveModifiers(statement) &&
        ts.getModifiers(statement)?.some(({ kind }) => kind === ts.SyntaxKind.ExportKeyword);
      if (!exported) return false;
      if (!ts.isVariableStatement(statement)) return statement.name?.text === name;
      return statement.declarationList.declarations.some(({ name: bound }) =>
        ts.isIdentifier(bound)
          ? bound.text === name
          : bound.elements.some((one) => one.name?.text === name),
      );
    });

  const specifierOf = (from, to) => {
    const path = posix.relative(posix.dirname(from), to).replace(/\.ts$/, '');
    return path.startsWith('.') ? path : `./${path}`;
  };

  return (path) => {
    const file = parse(path);
    let text = file.text;
    for (const statement of [...file.statements].reverse()) {
      if (!ts.isImportDeclaration(statement)) continue;
      const clause = statement.importClause;
      const bindings = clause?.namedBindings;
      if (!bindings || !ts.isNamedImports(bindings) || clause.name || clause.isTypeOnly) continue;
      const target = resolve(path, statement.moduleSpecifier.text);
      if (!target) continue;
      const lines = bindings.elements.map((one) => {
        const name = (one.propertyName ?? one.name).text;
        const found = one.isTypeOnly ? null : declaration(target, name);
        const from = found ? specifierOf(path, found.path) : statement.moduleSpecifier.text;
        const there = found?.name ?? name;
        const as = there === one.name.text ? there : `${there} as ${one.name.text}`;
        return `import ${one.isTypeOnly ? 'type ' : ''}{ ${as} } from '${from}';`;
      });
      text = text.slice(0, statement.getStart()) + lines.join(' ') + text.slice(statement.getEnd());
    }
    return text;
  };
}
