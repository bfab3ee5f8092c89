import type { Change, ChangeKind } from '@nab/core/experiments';
import { secondsText, wireText } from '../terms/index.js';

const CHANGE_WORDS: Readonly<Record<ChangeKind, string>> = {
  'more-turns': 'A quarter more turns',
  'fewer-turns': 'A fifth fewer turns',
  'second-pack': 'A second pack beside the first',
  'cell-in-series': 'One more cell in series',
  'thicker-wire': 'Wire one gauge thicker',
  'thinner-wire': 'Wire one gauge thinner',
  'better-leads': 'Leads of half the resistance',
  'nearer-tip': 'The winding nearer to the tip',
  'softer-core': 'A core of annealed steel',
  'wind-rightly': 'The second core wound the other way',
  'join-rightly': 'The conductors joined end to start',
};

export function changeText(kind: ChangeKind): string {
  return CHANGE_WORDS[kind];
}

export function gainText(gain: number): string {
  if (gain > 100) return 'more than a hundred times as much';
  return gain >= 1.9
    ? `${gain.toFixed(1)} times as much`
    : `${Math.round((gain - 1) * 100)} % more`;
}

/** What a change costs: wire, cells and time. */
export function priceText({ wire, cells, onTime }: Change): string {
  const parts: string[] = [];
  if (wire > 0.005) parts.push(`${wireText(wire)} more wire`);
  if (wire < -0.005) parts.push(`${wireText(-wire)} less wire`);
  if (cells > 0) parts.push(`${cells} more ${cells === 1 ? 'cell' : 'cells'}`);
  parts.push(Number.isFinite(onTime) ? `on for ${secondsText(onTime)} at most` : 'stays cool');
  return parts.join(', ');
}
