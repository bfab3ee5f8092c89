// npm run school -- "NAME" HOST: one more school in the database of NAB_DATABASE_URL.
import './install/node-version.mjs';

const { ensure } = await import('./install/everything.mjs');
await ensure('server');
const { bundle } = await import('./install/server-build.mjs');
const { pathToFileURL } = await import('node:url');
await import(pathToFileURL(bundle('add-school')).href);
