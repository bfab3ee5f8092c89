export {
  searchByBruteForce,
  searchShelf,
  type FoundDesign,
  type SearchLimits,
  type SearchProgress,
  type SearchResult,
  type SearchStock,
} from './search.js';
