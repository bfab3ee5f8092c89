import type { Caution, Coil } from '../../physics/index.js';
import { CoreError } from '../../errors.js';
import type { EvaluatedDesign } from './experiment.js';
import { EXPERIMENTS, evaluateSubject, type Subject } from './registry.js';
import type { Conditions, Forecast, PredictableId } from './predictable.js';

/** One change that lets a design be switched on that otherwise must not be. SI. */
export type WayOut =
  | { readonly kind: 'fewer-cells'; readonly series: number }
  | { readonly kind: 'dry-cells'; readonly series: number }
  | { readonly kind: 'more-turns'; readonly turns: number }
  | { readonly kind: 'other-wire'; readonly diameter: number }
  | { readonly kind: 'ballast'; readonly resistance: number };

export type WayOutKind = WayOut['kind'];

/** A way out that was computed: what the first of the designs does with it. */
export interface TriedWay {
  readonly way: WayOut;
  /** Longest time that any of the designs may be on, s. */
  readonly onTime: number;
  /** Null where nothing is predicted. */
  readonly forecast: Forecast | null;
}

/** Resistors of the E6 series that classrooms have, Ω. Source: IEC 60063. */
const BALLASTS = [0.47, 1, 1.5, 2.2, 3.3, 4.7, 6.8, 10, 22] as const;
/** Preferred diameters of the standard, m. Source: IEC 60317-0-1, R20 series. */
const DIAMETERS = [0.1, 0.125, 0.16, 0.2, 0.25, 0.315, 0.4, 0.5, 0.63, 0.8, 1, 1.25, 1.6].map(
  (mm) => mm / 1000,
);
const TURNS = [1.5, 2, 3, 4] as const;
/** Cells of a child's hand in place of a battery that is for adults only. */
const DRY_SERIES = [4, 3, 2, 1] as const;

/** What each experiment is judged by where no measure says otherwise. */
const MAIN: Readonly<Record<Subject['experiment'], PredictableId | null>> = {
  'straight-magnet': 'tip-count',
  'shell-magnet': 'load',
  compass: 'needle-angle',
  'rolling-cell': null,
  spinner: null,
};

/**
 * Single changes with which none of some designs has to be stopped, the strongest first. Each kind of
 * change is tried from the smallest on, and the first that lets all of them run is taken.
 * @param subjects of one experiment, at least one of which must not be switched on.
 * @param of what they are judged by; the experiment's own quantity when absent.
 * @returns none for experiments in which a cell moves or is moved: there is nothing to wind.
 */
export function waysOut(
  subjects: readonly Subject[],
  {
    of,
    conditions = {},
    except = [],
  }: {
    readonly of?: PredictableId | null;
    readonly conditions?: Conditions;
    /** Changes that are not to be made, such as what the levels change. */
    readonly except?: readonly WayOutKind[];
  } = {},
): TriedWay[] {
  const [first] = subjects;
  if (!first || first.experiment === 'rolling-cell' || first.experiment === 'spinner') return [];
  const quantity = of === undefined ? MAIN[first.experiment] : of;
  const found = candidates(first.design)
    .filter(([kind]) => !except.includes(kind))
    .flatMap(([, ways]) => {
      for (const way of ways) {
        const tried = tryWay(subjects, way, quantity, conditions);
        if (tried) return [tried];
      }
      return [];
    });
  const value = ({ forecast }: TriedWay): number => forecast?.value ?? 0;
  return found.sort((p, q) => value(q) - value(p));
}

function candidates(coil: Coil): (readonly [WayOutKind, readonly WayOut[]])[] {
  const { supply, wire, winding, leads } = coil;
  const down = Array.from({ length: supply.series - 1 }, (_, k) => supply.series - 1 - k);
  const added = leads.switchResistance ?? 0;
  return [
    ...(supply.bench
      ? []
      : [
          [
            'fewer-cells',
            down.map((series) => ({ kind: 'fewer-cells', series }) as const),
          ] as const,
        ]),
    [
      'dry-cells',
      supply.bench || (supply.chemistry !== 'lead-acid' && supply.chemistry !== 'li-ion')
        ? []
        : DRY_SERIES.map((series) => ({ kind: 'dry-cells', series }) as const),
    ],
    [
      'more-turns',
      TURNS.map((by) => ({ kind: 'more-turns', turns: Math.ceil(winding.turns * by) }) as const),
    ],
    [
      'other-wire',
      wire.form === 'foil'
        ? []
        : [...DIAMETERS]
            .filter((diameter) => Math.abs(diameter / wire.diameter - 1) > 0.02)
            // The nearest first, thicker or thinner.
            .sort(
              (p, q) =>
                Math.abs(Math.log(p / wire.diameter)) - Math.abs(Math.log(q / wire.diameter)),
            )
            .map((diameter) => ({ kind: 'other-wire', diameter }) as const),
    ],
    [
      'ballast',
      supply.bench
        ? []
        : BALLASTS.map(
            (resistance) => ({ kind: 'ballast', resistance: added + resistance }) as const,
          ),
    ],
  ];
}

/** The same design with a way out taken. */
export function withWayOut(subject: Subject, way: WayOut): Subject {
  const { supply, wire, winding, leads } = subject.design as Coil;
  const parts = (): Partial<Coil> => {
    switch (way.kind) {
      case 'fewer-cells':
        return { supply: { ...supply, series: way.series } };
      case 'dry-cells': {
        const { plusTail, share } = supply;
        const dry = { chemistry: 'alkaline', size: 'D', series: way.series, parallel: 1 } as const;
        return { supply: { ...dry, plusTail, ...(share !== undefined && { share }) } };
      }
      case 'more-turns':
        return { winding: { ...winding, turns: way.turns } };
      case 'other-wire':
        return { wire: { ...wire, diameter: way.diameter } };
      case 'ballast':
        return { leads: { ...leads, switchResistance: way.resistance } };
    }
  };
  return { experiment: subject.experiment, design: { ...subject.design, ...parts() } } as Subject;
}

const isStop = ({ severity }: Caution): boolean => severity === 'stop';

/** Null where one of the designs cannot be built so, still has to be stopped, or does nothing. */
function tryWay(
  subjects: readonly Subject[],
  way: WayOut,
  of: PredictableId | null,
  conditions: Conditions,
): TriedWay | null {
  try {
    const tried: EvaluatedDesign[] = [];
    for (const subject of subjects) {
      const one = evaluateSubject(withWayOut(subject, way));
      // The others need no look: most ways end at their first design.
      if (one.cautions().some(isStop)) return null;
      tried.push(one);
    }
    const predicts =
      of !== null && EXPERIMENTS[subjects[0]!.experiment].predicts.some((id) => id === of);
    const forecast = predicts ? tried[0]!.forecast(of, conditions) : null;
    if (predicts && !(forecast && forecast.value > 0)) return null;
    return { way, onTime: Math.min(...tried.map(({ coil }) => coil.allowedOnTime)), forecast };
  } catch (error) {
    if (error instanceof CoreError) return null;
    throw error;
  }
}
