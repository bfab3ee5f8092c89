import {
  experimentOf,
  LIFT_METHODS,
  WASHERS,
  type DesignDocument,
  type ExperimentDocument,
  type ExperimentDocuments,
} from '@nab/contract/experiments';
import { SMALL_OBJECTS } from '@nab/core/physics';
import type { ExperimentId } from '@nab/core/experiments';
import { coreText } from '../../terms/index.js';

/** A thing and how many of it one group needs. */
export type Counted = readonly [name: string, each: number];

/** What a lesson needs in addition to wire, cells and leads. */
export interface ExperimentKit<D> {
  /** What the coil is wound on, and what it pulls. */
  body(document: D): readonly Counted[];
  /** The small things that are lifted, in words, and how; null where none are. */
  readonly objects: ((document: D) => string) | null;
  readonly method: ((document: D) => string) | null;
  /** How it is wound, in sentences. */
  winding(document: D): readonly string[];
}

const tailsSentence = (tails: string): string => `Leave ${tails} free at both ends.`;

function windingOfMagnet({ core, winding }: DesignDocument): string[] {
  const second =
    core.poles === 'two'
      ? [
          `Wind the second core ${winding.second === 'opposite' ? 'in the other sense' : 'in the same sense'}, as seen from the tips, with the same wire running on.`,
        ]
      : [];
  return [
    `Wind between ${winding.start} and ${winding.end} from the core’s upper end, always in the same sense.`,
    ...second,
    tailsSentence(winding.tails),
  ];
}

/** One entry for each experiment of the core, or it does not compile. */
const EXPERIMENT_KITS: {
  readonly [K in ExperimentId]: ExperimentKit<ExperimentDocuments[K]>;
} = {
  'straight-magnet': {
    body: ({ core }) => {
      const pair = core.poles === 'two';
      const yoke: Counted[] = pair && core.yoke === 'bar' ? [['Steel bar as yoke', 1]] : [];
      return [[coreText(core), pair ? 2 : 1], ...yoke];
    },
    objects: ({ load }: DesignDocument) =>
      load.object === 'own' && load.ownName ? load.ownName : SMALL_OBJECTS[load.object].name,
    method: ({ load }: DesignDocument) => LIFT_METHODS[load.method],
    winding: windingOfMagnet,
  },
  'shell-magnet': {
    body: ({ shell, keeper, count }) => [
      [`Steel cup, ${shell.outerDiameter} across, pole ${shell.poleDiameter}`, count],
      [`Steel plate, ${keeper.diameter} × ${keeper.thickness}`, count],
    ],
    objects: null,
    method: null,
    winding: ({ winding }) => [tailsSentence(winding.tails)],
  },
  'rolling-cell': {
    body: ({ magnets, track, washer }) => [
      [`Disc magnet, ${magnets.diameter} × ${magnets.thickness}`, 2 * magnets.perEnd],
      [`Mandrel, ${track.bore} across`, 1],
      ...(washer === 'none' ? [] : [[`Washer, ${WASHERS[washer].toLowerCase()}`, 1] as Counted]),
    ],
    objects: null,
    method: null,
    winding: ({ track }) => [
      `Wind ${track.length} of coil, ${track.sense} as seen from where the cell goes in, the turns ${track.turnGap} apart: wind it close and draw it out.`,
    ],
  },
  spinner: {
    body: ({ magnets }) => [
      [`Disc magnet, ${magnets.diameter} × ${magnets.thickness}`, magnets.count],
    ],
    objects: null,
    method: null,
    winding: ({ arms, width }) => [
      `Bend ${arms === 1 ? 'one arm' : `${arms} arms alike`}, ${width} across, so that the middle rests on the nub and each end only just touches.`,
    ],
  },
  compass: {
    body: () => [],
    objects: null,
    method: null,
    winding: ({ winding }) => [tailsSentence(winding.tails)],
  },
};

/** The kit of the experiment that a document is of. */
export function experimentKit(document: ExperimentDocument): ExperimentKit<ExperimentDocument> {
  // Kind and document belong together by the format, which a look-up by key cannot see.
  return EXPERIMENT_KITS[experimentOf(document)!] as ExperimentKit<ExperimentDocument>;
}
