// Merges the many small files of a built application into fewer: those that the same pages need.
import { spawnSync } from 'node:child_process';
import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { gzipSync } from 'node:zlib';
import { pageFetches } from './page-files.mjs';

/** Files of a page that are aimed at. */
const FILES_A_PAGE = 28;
/** How much the first page counts, and a part that comes after a page, against any page. */
const HOME = 4;
const LATER = 0.05;
/** How much a request less counts on a page that has few. */
const RELIEF = 0.25;
/** Nothing is merged beyond this, compressed bytes: files that arrive side by side arrive sooner. */
const LARGEST = 110_000;

/**
 * Merges the scripts of a built application, and writes index.html, the service worker's list and the
 * build's account again.
 * @param folder with the built files. @param stats path of esbuild's metafile, written again with the
 *   merged files. @param configuration of the service worker, relative to
 *   `cwd`. @param most files of a page that are aimed at.
 */
export async function mergeChunks(folder, stats, { cwd, configuration, cli, most = FILES_A_PAGE }) {
  const account = JSON.parse(readFileSync(stats, 'utf8'));
  const index = readFileSync(join(folder, 'index.html'), 'utf8');
  const [, main] = /src="(main-[^"]+\.js)"/.exec(index);
  const chunks = reachable(account.outputs, main);
  const pages = await pageFetches(account, cwd, [main]);
  const groups = grouped(
    account.outputs,
    chunks,
    main,
    { pages, most },
    (name) => gzipSync(readFileSync(join(folder, name))).length,
  );

  const { rollup } = await import('rollup');
  const bundle = await rollup({
    input: { main: join(folder, main) },
    treeshake: false,
    onwarn: (warning) => {
      if (warning.code === 'CIRCULAR_CHUNK' || warning.code === 'CIRCULAR_DEPENDENCY') {
        throw new Error(warning.message);
      }
    },
  });
  const written = await bundle.write({
    dir: folder,
    format: 'es',
    compact: true,
    entryFileNames: 'main-[hash].js',
    chunkFileNames: 'chunk-[hash].js',
    onlyExplicitManualChunks: true,
    hoistTransitiveImports: false,
    manualChunks: (id) => groups.get(id.slice(folder.length + 1)),
  });
  await bundle.close();

  const files = written.output.filter(({ type }) => type === 'chunk');
  const kept = new Set(files.map(({ fileName }) => fileName));
  for (const name of chunks) if (!kept.has(name)) rmSync(join(folder, name));
  const entry = files.find(({ isEntry }) => isEntry).fileName;
  writeFileSync(join(folder, 'index.html'), rewritten(index, main, entry, files));

  const outputs = Object.fromEntries(
    Object.entries(account.outputs).filter(([name]) => !chunks.has(name)),
  );
  for (const { fileName, imports, dynamicImports, moduleIds } of files) {
    const parts = moduleIds.map((id) => account.outputs[id.slice(folder.length + 1)]);
    outputs[fileName] = {
      bytes: readFileSync(join(folder, fileName)).length,
      entryPoints: parts.flatMap(({ entryPoint }) => (entryPoint ? [entryPoint] : [])),
      imports: [
        ...imports.map((path) => ({ path, kind: 'import-statement' })),
        ...dynamicImports.map((path) => ({ path, kind: 'dynamic-import' })),
      ],
      inputs: Object.assign({}, ...parts.map(({ inputs }) => inputs)),
    };
  }
  writeFileSync(stats, JSON.stringify({ ...account, outputs }));

  const { status, stderr } = spawnSync(
    process.execPath,
    [cli, relative(cwd, folder), configuration],
    {
      cwd,
      encoding: 'utf8',
    },
  );
  if (status !== 0) throw new Error(`The service worker's list could not be made: ${stderr}`);
}

/** The application's own files: not its workers, which are built by themselves. */
function reachable(outputs, main) {
  const found = new Set();
  const walk = (name) => {
    if (found.has(name) || !outputs[name]) return;
    found.add(name);
    for (const { path } of outputs[name].imports) if (path.endsWith('.js')) walk(path);
  };
  walk(main);
  return found;
}

/**
 * Says which files go together.
 *
 * Begins with every file alone and joins, again and again, the two that cost least: the bytes that
 * pages then fetch without need, for every request that they save. Two are never joined where the
 * way from one to the other leads through a third: it would import itself.
 * @returns Map of file to the name of its group.
 */
function grouped(outputs, chunks, main, { pages, most }, sizeOf) {
  const statics = (name) =>
    outputs[name].imports
      .filter(({ kind, path }) => kind === 'import-statement' && chunks.has(path))
      .map(({ path }) => path);
  const closure = (name, all = new Set()) => {
    if (all.has(name)) return all;
    all.add(name);
    for (const next of statics(name)) closure(next, all);
    return all;
  };
  const atOnce = closure(main);
  // A part that comes later counts for less than a page: it comes when the page is there.
  const later = [...chunks].filter((name) => outputs[name].entryPoint);
  const fetches = [
    ...pages.map(({ path, files }) => ({ files, weight: path === '' ? HOME : 1 })),
    ...later.map((name) => ({ files: closure(name), weight: LATER })),
  ];

  const groups = new Map();
  for (const name of chunks) {
    groups.set(name, {
      names: [name],
      size: sizeOf(name),
      needs: new Set(statics(name)),
      start: atOnce.has(name),
      by: fetches.map(({ files }) => files.has(name)),
    });
  }
  const leads = (from, to) => {
    // A way of two steps or more.
    const seen = new Set();
    const left = [...groups.get(from).needs].filter((next) => next !== to);
    for (let one = left.pop(); one !== undefined; one = left.pop()) {
      if (one === to) return true;
      if (seen.has(one)) continue;
      seen.add(one);
      left.push(...groups.get(one).needs);
    }
    return false;
  };
  /** What comes with a group: itself, and what it needs. */
  const together = (name, all = new Set()) => {
    if (all.has(name)) return all;
    all.add(name);
    for (const next of groups.get(name).needs) together(next, all);
    return all;
  };
  /** Bytes of what comes with a group that a fetch has not got already. */
  const extra = (name, k) =>
    [...together(name)].reduce((sum, one) => {
      const { by, size } = groups.get(one);
      return by[k] ? sum : sum + size;
    }, 0);
  const saving = (a, b, many) =>
    fetches.reduce(
      (sum, { weight }, k) =>
        a.by[k] && b.by[k] ? sum + (many[k] ? weight : weight * RELIEF) : sum,
      0,
    );
  /** Bytes fetched without need, for each request saved; the least it can be, or what it is. */
  const price = (first, second, many, exactly) => {
    const [a, b] = [groups.get(first), groups.get(second)];
    const waste = fetches.reduce((sum, { weight }, k) => {
      if (a.by[k] === b.by[k]) return sum;
      const missing = a.by[k] ? second : first;
      return sum + weight * (exactly ? extra(missing, k) : groups.get(missing).size);
    }, 0);
    if (waste === 0) return 0;
    const saved = saving(a, b, many);
    return saved === 0 ? Infinity : waste / saved;
  };
  const join = (first, second) => {
    const [a, b] = [groups.get(first), groups.get(second)];
    const by = a.by.map((needed, k) => needed || b.by[k]);
    for (const one of [...together(first), ...together(second)]) {
      const group = groups.get(one);
      group.by = group.by.map((needed, k) => needed || by[k]);
    }
    groups.delete(second);
    groups.set(first, {
      names: [...a.names, ...b.names],
      size: a.size + b.size,
      start: a.start,
      needs: new Set([...a.needs, ...b.needs].filter((one) => one !== first && one !== second)),
      by,
    });
    for (const group of groups.values()) if (group.needs.delete(second)) group.needs.add(first);
    groups.get(first).needs.delete(first);
  };
  /** The two that cost least and may be joined. */
  const cheapest = (many) => {
    const names = [...groups.keys()];
    const candidates = [];
    for (let i = 0; i < names.length; i++) {
      for (let j = i + 1; j < names.length; j++) {
        const [a, b] = [groups.get(names[i]), groups.get(names[j])];
        // Every page waits for the start: nothing is added to it.
        if (a.start !== b.start || a.size + b.size > LARGEST) continue;
        const least = price(names[i], names[j], many, false);
        if (least < Infinity) candidates.push({ least, first: names[i], second: names[j] });
      }
    }
    candidates.sort((p, q) => p.least - q.least);
    let best = null;
    for (const { least, first, second } of candidates) {
      if (best && best.cost <= least) break;
      const cost = price(first, second, many, true);
      if (best && best.cost <= cost) continue;
      if (leads(first, second) || leads(second, first)) continue;
      best = { cost, first, second };
    }
    return best;
  };

  for (;;) {
    const many = pages.map(
      (_, k) => [...groups.values()].reduce((n, { by }) => n + (by[k] ? 1 : 0), 0) > most,
    );
    const best = cheapest(many);
    // What costs nothing is joined in any case.
    if (!best || (best.cost > 0 && !many.includes(true))) break;
    join(best.first, best.second);
  }
  return new Map(
    [...groups.values()].flatMap(({ names }, k) => names.map((name) => [name, `part-${k}`])),
  );
}

/** The page with the merged scripts: what runs at once, and what that needs. */
function rewritten(index, main, entry, files) {
  const needed = new Set();
  const walk = (name) => {
    for (const next of files.find(({ fileName }) => fileName === name).imports) {
      if (!needed.has(next)) {
        needed.add(next);
        walk(next);
      }
    }
  };
  walk(entry);
  const links = [...needed].map((name) => `<link rel="modulepreload" href="${name}">`).join('');
  return index
    .replaceAll(/<link rel="modulepreload"[^>]*>/g, '')
    .replace(`<script src="${main}"`, `${links}<script src="${entry}"`);
}
