export { dayText, timeText, usualPaper } from './region';
