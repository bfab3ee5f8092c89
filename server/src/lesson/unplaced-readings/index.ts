export {
  findUnplaced,
  saveUnplaced,
  listUnplaced,
  resolveUnplaced,
  type UnplacedKind,
} from './repository.js';
