import type { IncomingMessage } from 'node:http';

/**
 * Addresses of the version before, with those that took their place: a page that a tablet still has
 * open goes on working. They go with the next version.
 */
const FORMER: readonly (readonly [RegExp, string])[] = [
  [/^(\/api\/investigations\/[^/?]+)\/strays(?=$|\?)/, '$1/unplaced-readings'],
  [/^\/api\/strays\//, '/api/unplaced-readings/'],
  [/^(\/api\/investigations\/[^/?]+)\/teaching(?=$|\?)/, '$1/calibration'],
  [/^\/api\/teachings(?=$|\?)/, '/api/calibrations'],
  [/^\/api\/handed-on(?=$|\?)/, '/api/imports'],
];

/** The address that the router looks up for a request. */
export function currentAddress({ url = '/' }: Pick<IncomingMessage, 'url'>): string {
  const former = FORMER.find(([pattern]) => pattern.test(url));
  return former ? url.replace(former[0], former[1]) : url;
}
