import { TRIAL_ON_TIME_S } from '../../physics/index.js';
import { CoreError } from '../../errors.js';
import type { MagnetDesign } from './design.js';
import { evaluateMagnet, type Evaluation } from './evaluate.js';
import { thickened, withFurtherPack } from './limit.js';

/** A single change of a design that an educator could make. */
export type ChangeKind =
  | 'more-turns'
  | 'fewer-turns'
  | 'second-pack'
  | 'cell-in-series'
  | 'thicker-wire'
  | 'thinner-wire'
  | 'better-leads'
  | 'nearer-tip'
  | 'softer-core'
  | 'join-rightly'
  | 'wind-rightly';

/** What a change brings and what it costs. */
export interface Change {
  readonly kind: ChangeKind;
  readonly design: MagnetDesign;
  /** Factor of the lifted mass; Infinity where nothing hung. */
  readonly gain: number;
  /** Further wire, m, and cells; negative when fewer. */
  readonly wire: number;
  readonly cells: number;
  /** Allowed on-time afterwards, s. */
  readonly onTime: number;
}

/** Changes that correct a mistake come before all improvements. */
const MENDS: ReadonlySet<ChangeKind> = new Set(['join-rightly', 'wind-rightly']);
const TURNS_STEP = 1.25;
const WIRE_STEP = 1.12; // one AWG number

/**
 * The single changes that would lift more, corrections first and then by gain, each evaluated in full. Changes that cannot be
 * wound, that would be too hot for a trial or that gain less than 3 % are left out.
 */
export function bestChanges(design: MagnetDesign, evaluation: Evaluation): Change[] {
  const { winding, supply, wire, leads, core } = design;
  const wound = (change: Partial<MagnetDesign['winding']>): MagnetDesign => ({
    ...design,
    winding: { ...winding, ...change },
  });
  const shift = core.length - winding.end;
  const candidates: [ChangeKind, MagnetDesign][] = [
    ['more-turns', wound({ turns: Math.ceil(winding.turns * TURNS_STEP) })],
    ['fewer-turns', wound({ turns: Math.max(1, Math.floor(winding.turns / TURNS_STEP)) })],
    ['thicker-wire', { ...design, wire: thickened(wire, WIRE_STEP) }],
    ['thinner-wire', { ...design, wire: thickened(wire, 1 / WIRE_STEP) }],
    ['better-leads', { ...design, leads: { ...leads, resistanceEach: leads.resistanceEach / 2 } }],
    ['nearer-tip', wound({ start: winding.start + shift / 2, end: winding.end + shift / 2 })],
  ];
  if (!supply.bench) {
    candidates.push(
      ['second-pack', withFurtherPack(design)],
      ['cell-in-series', { ...design, supply: { ...supply, series: supply.series + 1 } }],
    );
  }
  if (design.pair && !design.pair.opposed) {
    candidates.push(['wind-rightly', { ...design, pair: { ...design.pair, opposed: true } }]);
  }
  if (wire.join === 'cancelling') {
    candidates.push(['join-rightly', { ...design, wire: { ...wire, join: 'adding' } }]);
  }
  if (core.shape !== 'none' && core.material !== 'annealed-steel') {
    candidates.push(['softer-core', { ...design, core: { ...core, material: 'annealed-steel' } }]);
  }
  const cellsOf = (d: MagnetDesign): number => d.supply.series * d.supply.parallel;
  return candidates
    .flatMap(([kind, changed]) => {
      try {
        return [{ kind, design: changed, after: evaluateMagnet(changed) }];
      } catch (error) {
        if (error instanceof CoreError) return [];
        throw error;
      }
    })
    .map(({ after, ...change }) => ({
      ...change,
      lifted: after.liftedMass,
      gain: gainOver(evaluation.liftedMass, after.liftedMass),
      wire: after.wireLength - evaluation.wireLength,
      cells: cellsOf(change.design) - cellsOf(design),
      onTime: after.allowedOnTime,
    }))
    .filter(({ gain, onTime }) => gain > 1.03 && onTime >= TRIAL_ON_TIME_S)
    .sort((p, q) => Number(MENDS.has(q.kind)) - Number(MENDS.has(p.kind)) || q.lifted - p.lifted)
    .map(({ lifted: _lifted, ...change }) => change);
}

/** Nothing that stays nothing is no gain. */
function gainOver(before: number, after: number): number {
  return after === before ? 1 : after / before;
}
