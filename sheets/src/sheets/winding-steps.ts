import { type Prepared, type NamedCase, SLEEVE } from '@nab/words/lesson';
import { secondsText } from '@nab/words/terms';
import { formatNumber } from '@nab/core/quantities';
import { trialOnTime } from '@nab/core/physics';

/** What an ordinary meter can tell from its own leads, ohm. Common practice, no source. */
const METER = 0.2;
/** Turns that are easily miscounted. */
export const MISCOUNT = 5;

const PLACES = ['first', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth'];

/** How one level is wound, sentence by sentence, from cutting the wire to the label. */
export function windingSteps(of: Prepared, one: NamedCase): string[] {
  const { design } = one.subject!;
  const { coil } = one.trialled!;
  const { wire, winding } = design;
  const cut = `Cut ${of.wireText(one.trialled!.wireLength)} of ${wordOfWire(wire)}.`;
  const layers = coil.winding.layers;
  if (layers.length === 0) return [cut, ...strip(of, one)];
  return [
    cut,
    ...foil(wire),
    ...under(of, one),
    `Leave ${of.lengthText(winding.tail)} of wire free and tape it down at START.`,
    winding.inThread
      ? 'Lay one turn in each groove of the thread.'
      : `Wind ${winding.sense}, as seen from ${isMagnet(one) ? 'the lifting end' : 'the end where you begin'}, one turn tight beside the other.`,
    ...turning(one),
    ...second(one),
    `Tape the last turn down at END, leave ${of.lengthText(winding.tail)} free, and cut off what is more.`,
    ...strip(of, one),
    'Tape its label round one tail.',
  ];
}

type Wire = NonNullable<NamedCase['subject']>['design']['wire'];

function wordOfWire({ form, insulation }: Wire): string {
  if (form === 'foil') return 'foil';
  if (form === 'cable') return 'two-conductor cable';
  return (
    { 'hook-up': 'covered wire', bare: 'bare wire' }[insulation as 'hook-up' | 'bare'] ?? 'wire'
  );
}

const foil = ({ form }: Wire): string[] =>
  form === 'foil'
    ? ['Fold each strip lengthwise, press it flat, and cover it with tape on both sides.']
    : [];

/** Tape, or the sleeve that slides off. */
function under({ lengthText }: Prepared, { subject }: NamedCase): string[] {
  if (subject?.experiment !== 'straight-magnet') return [];
  const { base } = subject.design.winding;
  if (base <= 0) return [];
  return base < SLEEVE
    ? ['Wrap one layer of tape round the core between START and END.']
    : [
        `Roll cardboard round the core to a sleeve ${lengthText(base)} thick that slides off, and wind on that.`,
      ];
}

/** Layer by layer: how many turns, which way, and what is done at the end of each. */
function turning({ trialled, subject }: NamedCase): string[] {
  const { layers } = trialled!.coil.winding;
  const restart = subject!.design.winding.layerStyle === 'restart';
  return layers.map(({ turns, from, to }, i) => {
    const which = layers.length === 1 ? '' : `${capital(PLACES[i] ?? `${i + 1}th`)} layer: `;
    const way = isMagnet({ subject })
      ? from > to
        ? ', away from the lifting end'
        : ', toward the lifting end'
      : '';
    const next =
      i === layers.length - 1
        ? ''
        : restart
          ? ' Then run the wire straight back along the coil and begin the next layer at the same end, in the same sense.'
          : ' Then wind back over it, in the same sense.';
    return `${which}${turns} turns${way}.${next}`;
  });
}

const isMagnet = ({ subject }: Pick<NamedCase, 'subject'>): boolean =>
  subject?.experiment === 'straight-magnet';

const capital = (word: string): string => word[0]!.toUpperCase() + word.slice(1);

/** A cable's two conductors, and a second core on the same wire. */
function second({ subject }: NamedCase): string[] {
  const steps: string[] = [];
  if (subject!.design.wire.form === 'cable') {
    steps.push(
      'Join the end of one conductor to the beginning of the other, so that the current goes round twice the same way; tape the joint.',
    );
  }
  if (subject?.experiment === 'straight-magnet' && subject.design.pair) {
    steps.push(
      `Take the same wire on to the second core and wind it ${subject.design.pair.opposed ? 'the other way round' : 'the same way round'}, as seen from the tips.`,
    );
  }
  return steps;
}

/** How the ends are stripped, how to see that they are, and what a meter should show. */
function strip({ document }: Prepared, one: NamedCase): string[] {
  const { coilResistance, winding } = one.trialled!.coil;
  const { insulation, form } = document.wire;
  const how =
    form === 'foil'
      ? 'Leave 2 cm of foil without tape at both ends.'
      : insulation === 'hook-up'
        ? 'Strip 1 cm of the cover off both ends and twist the strands.'
        : insulation === 'bare'
          ? 'Rub both ends clean.'
          : 'Rub 2 cm of enamel off both ends with sandpaper, all round, until they shine like new metal; dark spots are enamel.';
  const { turns } = one.subject!.design.winding;
  const each =
    (coilResistance * winding.coilLength) / Math.max(winding.wireLength, 1e-9) / Math.max(1, turns);
  const missing =
    turns > 2 * MISCOUNT && winding.layers.length > 0
      ? ` ${MISCOUNT} turns too few would show ${ohms(coilResistance - MISCOUNT * each)}.`
      : '';
  if (coilResistance < METER) {
    return [
      how,
      `An ordinary meter across the ends shows hardly more than its own leads when they touch: it is ${ohms(coilResistance)}. Anything above 1 ohm is enamel, or a break.${missing}`,
    ];
  }
  return [
    how,
    `A meter across the ends, less what its own leads show when touched together, should read ${ohms(coilResistance)}.${missing}`,
  ];
}

const ohms = (value: number): string => `${formatNumber(value, 3)} ohm`;

/** How long it may be left on, in words. */
export const onWords = ({ trialled }: NamedCase): string =>
  secondsText(trialOnTime(trialled!.coil));
