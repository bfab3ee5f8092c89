import type { ExperimentDocument } from '@nab/contract/experiments';
import type { Plan } from '@nab/contract/lesson';
import type { VersionedShelfItem } from '@nab/contract/shelf';
import { formatNumber, parseQuantity } from '@nab/core/quantities';
import { levelOf, PAPER_SHEET, type FactorId, type Preparation } from '@nab/core/lesson';
import { WIRE_RESERVE, type CellSize } from '@nab/core/physics';
import {
  howMany,
  wireText,
  cellText,
  supplyText,
  wireLine,
  type LengthUnits,
} from '../../terms/index.js';
import { lengthUnits } from '../length-units.js';
import { experimentKit, type Counted } from './experiment-kit.js';
import { cutting, type Cut } from './cutting.js';
import { reelsFor, shortagesOf, type Shortage } from './shortages.js';
import { coilsOf } from '../coils.js';
import type { NamedCase } from '../prepared.js';

/** A line of the kit: what, for one group, and for all. */
export interface KitItem {
  readonly name: string;
  readonly each: string;
  readonly all: string;
}

/** A lesson's preparation with what it is of. */
export interface KitOf extends Preparation {
  readonly plan: Plan;
  readonly document: ExperimentDocument;
  readonly cases: readonly Pick<
    NamedCase,
    'levelId' | 'seriesId' | 'name' | 'subject' | 'trialled'
  >[];
}

/** Tape lies under a winding up to this thickness, m; what is thicker is a sleeve. */
export const SLEEVE = 0.5e-3;
/** Groups that share a pair of cutters. Common practice, no source. */
const GROUPS_A_CUTTER = 2;

/** Wire of every coil that is wound, tails included, m. */
function piecesOf({ tasks, cases, timetable }: KitOf): number[] {
  const coils = new Map(
    tasks.map(({ coil, place }) => [coil, cases[place]!.trialled!.wireLength] as const),
  );
  const lengths = [...coils.values()];
  // Every coil equally often, the first ones once more where they do not divide.
  return Array.from({ length: timetable.coils }, (_, i) => lengths[i % lengths.length] ?? 0);
}

/** Wire for all coils that are wound, tails included, m, without the tenth to spare. */
export const wireOf = (of: KitOf): number => piecesOf(of).reduce((sum, length) => sum + length, 0);

/** What goes into the boxes of a lesson, by who winds what. */
export function kitOf(of: KitOf): KitItem[] {
  const { plan, document, timetable, battery } = of;
  const groups = plan.groups.length;
  const { wire, supply } = document;
  const leads = 'leads' in document ? document.leads : null;
  const { magnets } = timetable;
  const each = (name: string, count: number): KitItem => ({
    name,
    each: String(count),
    all: String(count * groups),
  });
  const inAll = (name: string, count: number): KitItem => ({
    name,
    each: count % groups === 0 ? String(count / groups) : '',
    all: String(count),
  });
  const metres = wireOf(of);
  const units = lengthUnits(document, plan);
  const packs = battery?.packs ?? 1;
  const spare = battery?.spare ?? 1;
  const bench =
    supply.kind === 'bench' ||
    plan.hold === 'bench-supply' ||
    [plan.factor, plan.series?.factor].includes('current');
  const cells = supply.series * supply.parallel;
  const enamel = wire.form !== 'foil' && wire.insulation.startsWith('enamel');
  return [
    ...bodies(of).map(([name, count]) => inAll(name, count)),
    {
      name: wireLine(wire),
      each: wireText(metres / groups, units),
      all: `${
        units === 'imperial'
          ? wireText(metres * WIRE_RESERVE, units)
          : `${formatNumber(metres * WIRE_RESERVE, 3)} m`
      } (a tenth spare)`,
    },
    ...underWinding(of, magnets).map(([name, count]) => inAll(name, count)),
    ...(bench
      ? [
          each(
            supply.kind === 'bench' ? supplyText(supply) : 'Bench supply with a current limit',
            1,
          ),
        ]
      : [
          {
            name: `${cellText(supply)}, of one kind and age`,
            each: String(cells * packs),
            all: `${cells * (packs * groups + spare)} (${cells * spare} spare)`,
          },
          ...(leads ? held(supply.size, cells).map((name) => each(name, 1)) : []),
        ]),
    // Without leads the thing that runs closes its own circuit.
    ...(leads
      ? [each('Clip leads', leads.count), each('Switch, or a lead that is touched to the cell', 1)]
      : []),
    ...(leads?.diode === 'yes' ? [each('Rectifier diode across the coil', 1)] : []),
    ...measuredWith(document, plan).map(([name, count]) => each(name, count)),
    ...gapped(of),
    inAll(
      wire.insulation === 'hook-up' ? 'Cutters and strippers' : 'Cutters',
      Math.ceil(groups / GROUPS_A_CUTTER),
    ),
    ...(enamel ? [each('Fine sandpaper, a piece', 1)] : []),
    inAll('Labels for the coils', magnets),
  ];
}

/** What holds the cells of a pack; blocks and batteries with terminals of their own need no holder. */
function held(size: CellSize, cells: number): string[] {
  switch (size) {
    case 'AAA':
    case 'AA':
    case 'C':
    case 'D':
      return [`Holder for ${howMany(cells, 'cell')}, or tape and rubber bands`];
    case '9V':
      return [`${cells === 1 ? 'Snap connector' : `${cells} snap connectors`} for the 9 V block`];
    case 'lantern':
    case 'sealed-6V':
    case 'car':
    case 'tool-18V':
      return [];
  }
}

/** What a level may change of what a coil is wound on. */
const OF_THE_CORE: readonly FactorId[] = [
  'core-material',
  'core-length',
  'core-diameter',
  'core-hollow',
  'designs',
];

/** What the coils are wound on and what they pull, in all; level by level where the levels differ in it. */
function bodies(of: KitOf): Counted[] {
  const { plan, document, timetable } = of;
  const whole = experimentKit(document).body(document);
  const differs = [plan.factor, plan.series?.factor].some(
    (id) => id !== undefined && OF_THE_CORE.includes(id),
  );
  const [core, ...rest] = whole;
  if (!differs || core === undefined) {
    return whole.map(([name, count]) => [name, count * timetable.magnets]);
  }
  const coils = coilsOf(of);
  const cores = coils.flatMap(({ name, alike, one }, i): Counted[] => {
    const copies = Math.ceil((timetable.coils - i) / coils.length);
    const own = plan.levels.find(({ id }) => alike.some(({ levelId }) => levelId === id))?.design;
    if (own)
      return experimentKit(own)
        .body(own)
        .map(([what, count]) => [what, count * copies]);
    const empty =
      one.subject?.experiment === 'straight-magnet' && one.subject.design.core.shape === 'none';
    return empty ? [] : [[`Core for ${name}: otherwise as ${core[0]}`, core[1] * copies]];
  });
  return [...cores, ...rest.map(([name, count]): Counted => [name, count * timetable.magnets])];
}

/** What lies between core and winding. */
function underWinding({ plan, document, cases }: KitOf, magnets: number): Counted[] {
  const wound = cases.some(({ trialled }) => (trialled?.coil.winding.layers.length ?? 0) > 0);
  if (!wound)
    return 'leads' in document ? [['Tape to hold the wire down', plan.groups.length]] : [];
  const base =
    'winding' in document && 'base' in document.winding
      ? parseQuantity(document.winding.base, 'length').si
      : 0;
  const sleeve = base >= SLEEVE || [plan.factor, plan.series?.factor].includes('core-presence');
  return sleeve
    ? [['Cardboard sleeve that slides on the core', magnets]]
    : [
        [
          base > 0
            ? 'Tape, under the winding and over its ends'
            : 'Tape to hold the ends of the winding',
          plan.groups.length,
        ],
      ];
}

/** Paper between magnet and plate: as many sheets as the widest gap has, for each group. */
function gapped({ plan, cases }: KitOf): KitItem[] {
  if (plan.factor !== 'gap' && plan.series?.factor !== 'gap') return [];
  const gaps = cases.map(({ subject }) => Number(subject ? levelOf(subject, 'gap') : 0));
  const sheets = Math.max(1, Math.ceil(Math.max(...gaps) / PAPER_SHEET - 1e-6));
  const { length } = plan.groups;
  return [{ name: 'Sheets of paper to lie between', each: `${sheets}`, all: `${sheets * length}` }];
}

/** What the reading is taken with. */
function measuredWith(document: ExperimentDocument, plan: Plan): Counted[] {
  switch (plan.measure) {
    case 'objects-one-end':
    case 'objects-each-end':
    case 'objects-both-ends':
    case 'chain-length':
    case 'jump-distance':
      return trayOf(document, plan);
    case 'each-object':
      return plan.objects.map(({ name }) => [name, 1]);
    case 'load-held':
    case 'load-yes-no':
    case 'fewest-cells':
      return [
        ['Weights, or a bucket and a scale', 1],
        ['Box with sand or a cushion to drop into', 1],
      ];
    case 'needle-angle':
      return [['Compass with degrees', 1]];
    case 'flux-density':
      return [['Probe or telephone that reads millitesla', 1]];
    case 'time':
    case 'track-time':
      return [['Stop-watch', 1]];
    case 'track-distance':
      return [['Ruler or tape', 1]];
    case 'track-runs':
    case 'sentence':
      return [];
  }
}

function trayOf(document: ExperimentDocument, plan: Plan): Counted[] {
  const objects = experimentKit(document).objects?.(document);
  return [
    ...(objects ? [[`${objects}, counted into the tray`, plan.traySize] as Counted] : []),
    ['Trays: one for the heap, one to drop into', 2],
  ];
}

/** What the shelf has too little of for a lesson, and which wire is cut from which of its reels. */
export function againstShelf(
  of: KitOf,
  shelf: readonly VersionedShelfItem[],
): { readonly shortages: readonly Shortage[]; readonly cuts: readonly string[] } {
  const { plan, document, timetable, battery } = of;
  const groups = plan.groups.length;
  const shortages = shortagesOf(document, shelf, {
    magnets: timetable.magnets,
    packs: groups * (battery?.packs ?? 1) + (battery?.spare ?? 0),
    wire: wireOf(of) * WIRE_RESERVE,
    objects: groups * plan.traySize,
  });
  const reels = reelsFor(document, shelf);
  const units = lengthUnits(document, plan);
  if (reels.length === 0) return { shortages, cuts: [] };
  const { cuts, missing } = cutting(piecesOf(of), reels);
  const torn =
    missing.length > 0 && !shortages.some(({ part }) => part === 'wire')
      ? [
          `No reel is long enough for ${piecesText(missing, units)}, though there is wire enough in all.`,
        ]
      : [];
  return { shortages, cuts: [...cuts.map((cut) => cutText(cut, units)), ...torn] };
}

const cutText = ({ reel, pieces, left }: Cut, units: LengthUnits): string =>
  `From “${reel.name}”: ${piecesText(pieces, units)}; ${wireText(left, units)} left.`;

/** `3 × 48 cm, 1.35 m`. */
function piecesText(pieces: readonly number[], units: LengthUnits): string {
  const counts = new Map<string, number>();
  for (const piece of pieces) {
    const text = wireText(piece, units);
    counts.set(text, (counts.get(text) ?? 0) + 1);
  }
  return [...counts].map(([text, n]) => (n > 1 ? `${n} × ${text}` : text)).join(', ');
}
