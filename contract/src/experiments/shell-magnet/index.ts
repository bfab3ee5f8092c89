export {
  newShell,
  SEATED,
  shellSchema,
  toShellMagnet,
  type ShellDocument,
} from './shell-magnet.js';
