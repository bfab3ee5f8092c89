import type { Investigation, Poll, Prediction, Reading } from '../investigation/index.js';
import type { Room } from './resources.js';

/**
 * What a screen hears of its investigation: records as they are stored, polls, plan and room as they
 * stand. `reset`: the client was away too long and has to read everything again. `asOf`: all before it is told.
 */
export type LiveEvent =
  | { readonly event: 'reading'; readonly data: Reading }
  | { readonly event: 'prediction'; readonly data: Prediction }
  | { readonly event: 'poll'; readonly data: Poll }
  | { readonly event: 'plan'; readonly data: Pick<Investigation, 'version' | 'plan' | 'design'> }
  | { readonly event: 'room'; readonly data: Room }
  | { readonly event: 'reset' | 'asOf'; readonly data: object };
