export { CLOSE, scoreGuess, RIDDLES, makeTasks, type GuessTask } from './round.js';
export { RULE_IDS, RULES, type Rule, type RuleId } from './rules.js';
