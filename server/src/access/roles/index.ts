export { clientOf, networkOf } from './client.js';
export { forgetPassPhrase, isPassPhraseSet, setFirstPassPhrase } from './pass-phrase.js';
export { rateLimit } from './rate-limit.js';
export { roles } from './plugin.js';
export {
  endOwnSession,
  isSignedIn,
  sendCookie,
  sessionOf,
  sessionRoutes,
  isStillAuthorised,
} from './routes.js';
export { beginSession, endExpired } from './sessions.js';
export {
  PARTICIPANTS,
  EDUCATORS,
  ANY_ROLE,
  VIEWERS,
  notAllowed,
  requireInvestigation,
  type Principal,
} from './principal.js';
