export { schools } from './plugin.js';
export { addSchool, allSchools } from './repository.js';
