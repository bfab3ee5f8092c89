import type { FieldPicture } from '@nab/core/experiments';
import type { FieldNews } from './field-service';

/** Progress of a solution: the last picture, what is said of it, and whether more is to come. */
export interface Solved {
  readonly picture: FieldPicture | null;
  readonly said: string;
  readonly fault: string | null;
  readonly working: boolean;
}

export const BEGUN: Solved = { picture: null, said: 'Solving …', fault: null, working: true };

/** News that the page itself adds. */
export type PageNews =
  | FieldNews
  | { readonly kind: 'begun' }
  | { readonly kind: 'stopped' }
  | { readonly kind: 'ended' }
  | { readonly kind: 'failed'; readonly sentence: string };

/** The state after a piece of news. The last picture stays until the next one is there. */
export function heard(before: Solved, news: PageNews): Solved {
  switch (news.kind) {
    case 'begun':
      return { ...BEGUN, picture: before.picture };
    case 'step':
      return {
        ...before,
        said: `${saidOf(before.picture)} Solving: step ${news.iteration}.`.trim(),
      };
    case 'picture':
      return {
        picture: news.picture,
        said: saidOf(news.picture, news.seconds),
        fault: null,
        working: true,
      };
    case 'restarted':
      return { ...before, said: 'The solver ended unexpectedly and was started again.' };
    case 'stopped':
      return { ...before, working: false, said: `${saidOf(before.picture)} Stopped.`.trim() };
    case 'ended':
      return { ...before, working: false };
    case 'fault':
    case 'failed':
      return { picture: null, said: '', fault: news.sentence, working: false };
  }
}

function saidOf(picture: FieldPicture | null, seconds?: number): string {
  if (!picture) return '';
  if (picture.tier === 1) return 'First sketch, from the charges on the core.';
  const took = seconds === undefined ? '' : `, ${seconds.toFixed(1)} s`;
  const error = `error about ${((picture.error ?? 0) * 100).toFixed(1)} %`;
  const ended = picture.settled ? '' : ', not quite settled';
  return `Finite elements: ${picture.unknowns.toLocaleString('en')} unknowns, ${picture.iterations} steps, ${error}${took}${ended}.`;
}
