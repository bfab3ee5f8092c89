export { pullOfShell, type Seat, type ShellPull, type ShellSteel } from './network.js';
export {
  buildShell,
  cellsAgainstLoad,
  cellsToHold,
  coilOfShell,
  evaluateShell,
  GAP_SPREAD,
  shellFieldProblem,
  shellLoadCurve,
  type CellStep,
  type ShellEvaluation,
  type ShellMagnet,
  type ShellOpening,
} from './shell-magnet.js';
