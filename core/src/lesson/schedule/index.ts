export { batteryUse, type BatteryUse } from './battery.js';
export {
  ARRANGEMENTS,
  TYPICAL_MINUTES,
  type Arrangement,
  type Lesson,
  type StepMinutes,
  type Task,
} from './lesson.js';
export { balancedOrders, williamsOrders } from './order.js';
export { isSameCoil, tasksOf, type PlacedTask } from './tasks.js';
export {
  BLOCK_KINDS,
  timetableOf,
  trialTime,
  type Block,
  type BlockKind,
  type Timetable,
} from './timetable.js';
export { PHASES, phaseAt, type Phase, type PhaseNow } from './phase.js';
export { preparationOf, type LessonWishes, type Preparation } from './preparation.js';
export { cooled, onTimeIn, restBefore, warmthOf } from './warmth.js';
