// npm start: installs what is missing, starts database and server, and keeps both running.
import './install/node-version.mjs';

await import('./supervise/start.mjs');
