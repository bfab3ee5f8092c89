export { pastTheShell } from './past-the-shell';
export { Shell, type ShellState } from './shell';
