// Which files a page's address needs before it can be drawn, from the build's own account of them.
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

/** Where the addresses of the application are listed. */
const ROUTES = 'src/app/routes.ts';
/** What is fetched beside every page. */
const LIBRARY = 'src/app/platform/library/library-ready.ts';

/**
 * Writes `pages.json` beside the built application: a list of `{ path, files }`, in the order in which
 * the router tries them. `path` is as the router has it (`investigations/:id/run`), `files` what is
 * not in index.html already. The server names them in the page, so that the browser fetches them at
 * once instead of finding one after the other.
 * @param stats esbuild's metafile of the build, its files merged. @param source folder of the web application.
 */
export async function writePages(folder, stats, source) {
  const account = JSON.parse(readFileSync(stats, 'utf8'));
  const index = readFileSync(join(folder, 'index.html'), 'utf8');
  const named = new Set([...index.matchAll(/(?:src|href)="([^"]+\.js)"/g)].map(([, name]) => name));
  const pages = (await pageFetches(account, source, [...named])).map(({ path, files }) => ({
    path,
    files: [...files].filter((name) => !named.has(name)),
  }));
  writeFileSync(join(folder, 'pages.json'), JSON.stringify(pages));
}

/**
 * All files that each page fetches before it can be drawn.
 * @param account the build's metafile; of a file, `entryPoint` or `entryPoints`.
 * @param start what index.html names.
 * @returns list of `{ path, files }`, files as a Set, what is needed first is first.
 */
export async function pageFetches({ inputs, outputs }, source, start) {
  const routes = await routesOf(readFileSync(join(source, ROUTES), 'utf8'));
  const atOnce = start.reduce((all, name) => closure(outputs, name, all), new Set());
  const resolved = new Map(
    [ROUTES, LIBRARY].flatMap((file) =>
      inputs[file].imports
        .filter(({ kind }) => kind === 'dynamic-import')
        .map(({ original, path }) => [original, path]),
    ),
  );
  const chunks = new Map(
    Object.entries(outputs).flatMap(([name, { entryPoint, entryPoints }]) =>
      (entryPoints ?? (entryPoint ? [entryPoint] : [])).map((one) => [one, name]),
    ),
  );
  return routes.map(({ path, imports }) => ({
    path,
    files: ['./set-up-library', ...imports].reduce((all, wanted) => {
      const chunk = chunks.get(resolved.get(wanted));
      if (!chunk) throw new Error(`The build has no file for ${wanted}, which ${ROUTES} names.`);
      return closure(outputs, chunk, all);
    }, new Set(atOnce)),
  }));
}

/**
 * What a built application fetches: at once, whatever the page, and in all for each.
 * @returns `{ atOnce, pages: [{ path, files }] }`, names of files.
 */
export function pageClosures(folder) {
  const index = readFileSync(join(folder, 'index.html'), 'utf8');
  const named = [...index.matchAll(/(?:src|href)="([^"]+\.js)"/g)].map(([, name]) => name);
  const pages = JSON.parse(readFileSync(join(folder, 'pages.json'), 'utf8'));
  return {
    atOnce: named,
    pages: pages.map(({ path, files }) => ({ path, files: [...new Set([...named, ...files])] })),
  };
}

/** What a file imports before it runs, and what that imports; what comes first is needed first. */
function closure(outputs, name, all) {
  if (all.has(name) || !outputs[name]) return all;
  all.add(name);
  for (const { kind, path } of outputs[name].imports) {
    if (kind === 'import-statement') closure(outputs, path, all);
  }
  return all;
}

/**
 * The addresses of a list of routes, each with what is imported for it.
 * @param text of the module that lists them.
 * @returns `{ path, imports }`, children after their parents.
 */
export async function routesOf(text) {
  const { default: ts } = await import('typescript');
  const file = ts.createSourceFile('routes.ts', text, ts.ScriptTarget.Latest, true);
  const found = [];
  const property = (node, name) =>
    node.properties.find((one) => ts.isPropertyAssignment(one) && one.name.getText() === name)
      ?.initializer;
  const importsIn = (node) => {
    const imports = [];
    const look = (inner) => {
      if (ts.isCallExpression(inner) && inner.expression.kind === ts.SyntaxKind.ImportKeyword) {
        imports.push(inner.arguments[0].text);
      }
      ts.forEachChild(inner, look);
    };
    if (node) look(node);
    return imports;
  };
  const walk = (list, before, inherited) => {
    for (const node of list.elements) {
      if (!ts.isObjectLiteralExpression(node)) continue;
      const path = property(node, 'path');
      if (!path || !ts.isStringLiteral(path) || path.text === '**') continue;
      const whole = [before, path.text].filter((part) => part !== '').join('/');
      const imports = [...inherited, ...importsIn(property(node, 'loadComponent'))];
      const children = property(node, 'children');
      if (children && ts.isArrayLiteralExpression(children)) walk(children, whole, imports);
      else if (imports.length > inherited.length) found.push({ path: whole, imports });
    }
  };
  ts.forEachChild(file, function look(node) {
    if (
      ts.isVariableDeclaration(node) &&
      node.initializer &&
      ts.isArrayLiteralExpression(node.initializer)
    ) {
      if (node.name.getText() === 'pages') walk(node.initializer, '', []);
    }
    ts.forEachChild(node, look);
  });
  return found;
}
