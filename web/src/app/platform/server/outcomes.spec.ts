import { problem } from '@nab/contract/problem';
import { describe, expect, it } from 'vitest';
import { faultWords, ServerAway, ServerFault, ServerRefusal } from './outcomes';

describe('what went wrong with a request', () => {
  it.each([
    ['a server that is away', new ServerAway('0'), /cannot be reached/],
    [
      'a fault of the server',
      new ServerFault(problem('UNAVAILABLE', { detail: 'Disk full.' })),
      /made a mistake: Disk full\./,
    ],
    [
      'a refusal',
      new ServerRefusal(problem('NOT_FOUND', { detail: 'There is no such design.' })),
      /^There is no such design\.$/,
    ],
    [
      'a mistake of the page',
      new TypeError('x is undefined'),
      /This page made a mistake: x is undefined/,
    ],
    [
      'a refusal of one field',
      new ServerRefusal(
        problem('INVALID_INPUT', { errors: [{ path: 'name', message: 'Is missing.' }] }),
      ),
      /^Is missing\.$/,
    ],
  ])('is said of %s', (_what, error, words) => {
    expect(faultWords(error)).toMatch(words);
  });

  it('comes after what it means here', () => {
    expect(faultWords(new ServerAway('0'), 'No copy was kept.')).toMatch(
      /^No copy was kept\. The server/,
    );
  });

  it('is never that the server cannot be reached, unless it is so', () => {
    for (const error of [
      new TypeError('x'),
      new ServerFault(problem('INTERNAL')),
      new ServerRefusal(problem('NOT_FOUND')),
    ]) {
      expect(faultWords(error)).not.toContain('reached');
    }
  });
});
