import type { Measure, Site } from '@nab/core/lesson';
import type { Prepared } from './prepared.js';

/** What is said where nothing happens, what a group agrees on, what is tried beforehand, what goes back. */
interface AtBench {
  readonly nothing: string;
  readonly agree: string;
  readonly tried: string;
  readonly counted: string | null;
  readonly back: string;
}

/** By where it is measured. Common practice, no source. */
const AT_BENCH: Readonly<Record<Site, AtBench>> = {
  tip: {
    nothing: 'Nothing is lifted',
    agree: 'on how deep to dip, how long to wait, and what counts as lifted',
    tried: 'One coil was tried: it lifts something, and lets go when it is switched off.',
    counted: 'Objects are counted into the trays; nothing else of steel is among them.',
    back: 'Count the objects back into their tray. Look under the table for the rest.',
  },
  plate: {
    nothing: 'It holds nothing',
    agree: 'on how the load is hung, straight and gently, and how long it has to hold',
    tried: 'One magnet was tried: it holds its plate, and lets go when it is switched off.',
    counted: 'The weights are weighed; plate and faces are clean and flat.',
    back: 'Weights, plate and hook go back. Count them.',
  },
  compass: {
    nothing: 'The needle does not move',
    agree: 'on where the compass lies, tap its glass, and look from straight above',
    tried: 'One was tried: the needle turns, and comes back when it is switched off.',
    counted: 'Every compass points north; no steel, magnet or telephone lies near it.',
    back: 'Put the compasses back, far from magnets and telephones.',
  },
  track: {
    nothing: 'The cell stays where it is',
    agree: 'on how the cell is put in, from when to when the time runs, and who stops the watch',
    tried: 'One track was tried: the cell runs through it, the same end first every time.',
    counted: 'The magnets are counted, and go back into their tin one by one.',
    back: 'Count the magnets back into their tin, one by one.',
  },
  anywhere: {
    nothing: 'Nothing happens',
    agree: 'on how it is read, and by whom',
    tried: 'One was tried from beginning to end.',
    counted: null,
    back: 'Put back what you took, and leave the table clear.',
  },
};

/** What usually goes wrong in such a lesson, and its cure. Common practice, no source. */
export function troubleshootingTips({ measure, cases, document }: Prepared): string[] {
  const { nothing, agree } = AT_BENCH[measure.site];
  const built = cases.flatMap(({ trialled }) => (trialled ? [trialled] : []));
  const layers = Math.max(0, ...built.map(({ coil }) => coil.winding.layers.length));
  const enamel = document.wire.insulation.startsWith('enamel');
  const cells = document.supply.kind === 'cells';
  const causes = [
    ...(enamel ? ['enamel still on the ends'] : []),
    'a lead that does not touch',
    ...(cells ? ['a cell the wrong way round'] : ['a current limit at nought']),
    'an open switch',
  ];
  const weak = [
    ...(layers > 1 ? ['a second layer wound the other way round'] : []),
    ...(cells ? ['a cell run down'] : []),
    ...(layers > 0 ? ['turns that touch where the wire is bare'] : ['a loose lead']),
  ];
  return [
    `${nothing}: ${causes.join(', ')}.`,
    `Far less than expected: ${weak.join(', ')}.`,
    ...(measure.protocol.stuck
      ? [
          'Something hangs on with the current off: the core keeps some magnetism; tap it on the table, or take another.',
        ]
      : []),
    `Readings of one group scatter: agree ${agree}.`,
    ...(cells
      ? [
          'It gets weaker and weaker: the cells fade or the coil is warm; let it rest, try again with other cells.',
        ]
      : []),
  ];
}

/** What to look at before the boxes are closed. Common practice, no source. */
export function packingChecks({
  measure,
  document,
}: Pick<Prepared, 'document'> & { readonly measure: Measure }): string[] {
  const { tried, counted } = AT_BENCH[measure.site];
  return [
    'Every coil has its label, and every group its own.',
    ...(document.supply.kind === 'cells'
      ? ['All cells are of one kind and age, and none is warm, swollen or wet.']
      : []),
    tried,
    ...(counted ? [counted] : []),
  ];
}

/** What a group does at the end of a lesson, in this order. Common practice, no source. */
export function clearingSteps({
  measure,
  document,
}: Pick<Prepared, 'document'> & { readonly measure: Measure }): string[] {
  const cells = document.supply.kind === 'cells';
  return [
    cells ? 'Take the leads off the cells.' : 'Switch the supply off and unplug the leads.',
    ...(cells ? ['Put the cells in their box, so that no two ends touch.'] : []),
    'Let the coil cool, then put it with its label.',
    AT_BENCH[measure.site].back,
  ];
}
