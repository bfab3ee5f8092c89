export { pullOfShell, type Seat, type ShellPull, type ShellSteel } from './network.js';
export {
  buildShell,
  cellsAgainstLoad,
  coilOfShell,
  evaluateShell,
  shellFieldProblem,
  shellLoadCurve,
  type ShellEvaluation,
  type ShellMagnet,
  type ShellOpening,
} from './shell-magnet.js';
