// npm run --silent nab -- COMMAND …: the core without a browser; docs/formats.md describes the files.
import './install/node-version.mjs';

const { ensure } = await import('./install/everything.mjs');
await ensure('server');
const { bundle } = await import('./install/server-build.mjs');
const { pathToFileURL } = await import('node:url');
await import(pathToFileURL(bundle('nab')).href);
