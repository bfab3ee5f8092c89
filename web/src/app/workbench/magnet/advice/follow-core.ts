import type { DesignDocument } from '@nab/contract/experiments';
import { boltOf, windingReach } from '@nab/core/experiments';
import { formatQuantity } from '@nab/core/quantities';
import { metres, withSizes } from './with-shape';

/** A design whose winding, head and thread fit its core again, and what was changed, in sentences. */
export interface Followed {
  readonly design: DesignDocument;
  readonly said: readonly string[];
}

/**
 * Lets what lies on a core follow it where it does not fit any more: the winding keeps the bare tip
 * that it had, head, thread and bore become those of the new size.
 * @param before the last design that could be built.
 * @returns null where everything fits, or a size cannot be read.
 */
export function followCore(before: DesignDocument, now: DesignDocument): Followed | null {
  const sized = withSizes(withHead(before, now), now.core.shape);
  const said = [
    ...changed('head', now.core.headDiameter, sized.core.headDiameter, 'wide'),
    ...changed('thread', now.core.threadPitch, sized.core.threadPitch, 'of pitch'),
    ...changed('bore', now.core.bore, sized.core.bore, 'wide'),
  ];
  const winding = windingOn(before, sized);
  if (winding) said.push(`The winding now runs from ${winding.start} to ${winding.end}.`);
  if (said.length === 0) return null;
  return { design: winding ? { ...sized, winding } : sized, said };
}

/** A head of the usual size stays usual; any other that does not fit keeps its proportion. */
function withHead(before: DesignDocument, now: DesignDocument): DesignDocument {
  const [was, is] = [metres(before.core.diameter), metres(now.core.diameter)];
  const head = metres(now.core.headDiameter);
  if (was === null || is === null || head === null || was === is) return now;
  const mm = (value: number, digits = 3): string => formatQuantity(value, 'length', 'mm', digits);
  const [usual, made] = [boltOf(was), boltOf(is)];
  if (now.core.shape === 'bolt' && usual && made && now.core.headDiameter === mm(usual.headWidth)) {
    const { headWidth, headHeight, pitch } = made;
    const core = {
      ...now.core,
      headDiameter: mm(headWidth),
      headHeight: mm(headHeight),
      ...(now.core.threadPitch && { threadPitch: mm(pitch) }),
    };
    return { ...now, core };
  }
  if (head > is) return now;
  return { ...now, core: { ...now.core, headDiameter: mm((head / was) * is, 2) } };
}

function changed(
  what: string,
  from: string | undefined,
  to: string | undefined,
  word: string,
): string[] {
  if (from === to || from === undefined) return [];
  return to === undefined
    ? [`The ${what} did not fit and is left out.`]
    : [`The ${what} is now ${word === 'wide' ? `${to} wide` : `${word} ${to}`}.`];
}

/** The winding moved onto its core; null where it lies there. */
function windingOn(before: DesignDocument, now: DesignDocument): DesignDocument['winding'] | null {
  const { core, winding } = now;
  const length = metres(core.length);
  const [start, end] = [metres(winding.start), metres(winding.end)];
  if (length === null || start === null || end === null || !(start < end)) return null;
  const sleeve = (metres(winding.base) ?? 0) > 0 || core.shape === 'none';
  if (end <= windingReach(length, sleeve) + 1e-9) return null;
  const bare = Math.max(0, (metres(before.core.length) ?? end) - end);
  const last = length > 2 * bare ? length - bare : length;
  // As it was where there is room; else as large a part of the core as it took before.
  const first = start < 0.8 * last ? start : last * (start / end);
  const text = (value: number): string => {
    const unit = /in|ft|cm|mm|m$/.exec(core.length)?.[0] ?? 'mm';
    return formatQuantity(value, 'length', unit, 4);
  };
  return { ...winding, start: text(first), end: text(last) };
}
