export { clientOf, networkOf } from './client.js';
export { forgetPassPhrase, isPassPhraseSet, setFirstPassPhrase } from './pass-phrase.js';
export { patience } from './rate-limit.js';
export { roles } from './plugin.js';
export {
  endOwnSession,
  isSignedIn,
  sendCookie,
  sessionOf,
  sessionRoutes,
  stillIn,
} from './routes.js';
export { beginSession, endExpired } from './sessions.js';
export {
  BENCHES,
  EDUCATORS,
  EVERYBODY,
  LOOKERS,
  notAllowed,
  requireInvestigation,
  type Who,
} from './principal.js';
