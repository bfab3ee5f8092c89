export { newPermanent, permanentSchema, toPermanent, type PermanentDocument } from './permanent.js';
