import { describe, expect, it } from 'vitest';
import { hasFault } from './has-fault';

describe('a part of a design', () => {
  const document = {
    errors: () => [
      { path: 'wire.size', message: 'There is no 99 AWG.' },
      { path: 'load', message: 'Must be from 1 g to 500 kg.' },
    ],
  };

  it('needs mending when a field in it does, or it as a whole', () => {
    expect(hasFault(document, 'wire')).toBe(true);
    expect(hasFault(document, 'seat', 'load')).toBe(true);
  });

  it('does not for a field of a part whose name only begins alike', () => {
    expect(hasFault(document, 'wir', 'size', 'winding')).toBe(false);
  });
});
