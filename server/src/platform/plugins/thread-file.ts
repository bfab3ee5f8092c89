/** Worker threads, bundled with the server; `tools/install/server-build.mjs` makes them. */
type Thread = 'field-thread' | 'export-thread' | 'print-thread';

/**
 * Address of a worker thread's bundle. From source (tests) it is the bundle of the last build, since
 * threads run without a loader.
 */
export const threadFile = (name: Thread): string =>
  new URL(
    import.meta.url.endsWith('.ts') ? `../../../../dist/${name}.js` : `${name}.js`,
    import.meta.url,
  ).href;
