import { describe, expect, it } from 'vitest';
import { currentAddress } from '../src/platform/plugins/index.js';

const ID = '0000-4000';

describe('an address of the version before', () => {
  it.each([
    [`/api/investigations/${ID}/strays`, `/api/investigations/${ID}/unplaced-readings`],
    [`/api/strays/${ID}`, `/api/unplaced-readings/${ID}`],
    [`/api/strays/${ID}/place`, `/api/unplaced-readings/${ID}/place`],
    [`/api/investigations/${ID}/teaching`, `/api/investigations/${ID}/calibration`],
    ['/api/teachings', '/api/calibrations'],
    ['/api/handed-on?as=copy', '/api/imports?as=copy'],
  ])('%s is answered as %s', (former, now) => {
    expect(currentAddress({ url: former })).toBe(now);
  });

  it.each([
    `/api/investigations/${ID}`,
    `/api/investigations/${ID}/strays-of-ours`,
    '/api/teachingsome',
    '/stations?from=/api/strays/1',
    '/',
  ])('%s is left as it is', (url) => {
    expect(currentAddress({ url })).toBe(url);
  });
});
