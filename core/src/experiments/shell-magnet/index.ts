export { pullOfShell, type ContactGeometry, type ShellPull, type ShellSteel } from './network.js';
export {
  buildShell,
  cellsAgainstLoad,
  coilOfShell,
  evaluateShell,
  formerOfShell,
  shellCautions,
  shellFieldProblem,
  shellLoadCurve,
  type ShellEvaluation,
  type ShellMagnet,
  type ShellOpening,
} from './shell-magnet.js';
export { SHELL_COUNTS, SHELL_LIMITS } from './limits.js';
