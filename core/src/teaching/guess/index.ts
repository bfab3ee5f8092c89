export { CLOSE, judged, RIDDLES, riddlesOf, type Riddle } from './round.js';
export { RULE_IDS, RULES, type Rule, type RuleId } from './rules.js';
