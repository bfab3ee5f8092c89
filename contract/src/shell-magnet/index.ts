export { newShell, shellSchema, toShellMagnet, type ShellDocument } from './shell-magnet.js';
