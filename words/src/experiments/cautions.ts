import type { Caution, CautionCode } from '@nab/core/physics';

/** The text of each caution: next to the choice that causes it, on the sheet and on screen. */
const CAUTION_WORDS: Readonly<Record<CautionCode, string>> = {
  'demonstration-only':
    'Such a supply can deliver hundreds of amperes. Only an adult uses it, as a demonstration, with eye protection, nothing metal across the terminals and a fuse close to the terminal. For groups choose dry cells or a supply with a current limit.',
  'too-hot-for-trial':
    'This coil gets too hot to touch before a trial is over. Use thinner or more wire, or fewer cells, before anybody switches it on.',
  'limited-on-time':
    'Coil, leads and cells get warm. On to lift, off to count, never left on; stop and let it cool at the time shown.',
  'near-short-circuit':
    'The coil is nearly a short circuit: most of the battery’s voltage is lost inside the cells. They heat up and run down fast. Stop if a cell gets hot, swells or smells.',
  'cells-warm':
    'The cells get warmer than the coil, so they end the trial. Feel them between trials.',
  'strip-enamel':
    'Sand or scrape the enamel off both ends, away from fingers and not over food, and sweep up the dust. A knife is for an adult.',
  'wire-ends': 'Cut wire ends are sharp: keep them away from eyes and bend them over.',
  cells:
    'Cells the right way round, all of one kind and age. Never charge cells that are not made for it. Never connect anything to the mains.',
  'sharp-core': 'The point of a nail or screw can scratch: carry it point down, or file it flat.',
  'strong-magnets':
    'Strong magnets are never swallowed: two in the gut can kill, so count them out and in, and none to young children. They pinch skin and splinter when they snap together. Keep them away from pacemakers, cards and telephones.',
  'spinning-wire':
    'The wire whips round and can fly off, and grows hot with the cell: eyes, hair and sleeves away, and a few seconds at a time.',
  'sharp-needle':
    'Needles prick: count them out and in, stick each into a cork when nobody strokes it, and give young children a straightened paper clip instead.',
  'iron-filings':
    'Iron filings get into eyes and skin: goggles and gloves, never blown, and never bare beside a magnet. Keep the magnet in a bag or under the paper, and wash hands afterwards.',
  'off-the-track':
    'Take the cell off the track between runs: in the coil it is nearly a short circuit and grows hot, above all where it stays.',
  'stiff-wire':
    'The wire is thicker than the core’s radius: it bends badly and springs back. Let an adult bend it, or take thinner wire.',
  'opening-kick':
    'Switching this coil off makes a spark and a small shock at bare ends: hold the insulation, or put a diode across the coil.',
  'hung-load':
    'A hung load drops when the current stops: hang it low, over a box or sand, with no hands or feet below and nothing over people; tie a heavy one to a safety line.',
  'bench-supply':
    'Only a low-voltage supply made for schools, its current limit set before anything is connected. Never connect anything to the mains.',
};

/** The gravest first: what can hurt at once, then what spoils things slowly, then the craft. */
const GRAVITY: readonly CautionCode[] = [
  'demonstration-only',
  'too-hot-for-trial',
  'strong-magnets',
  'off-the-track',
  'spinning-wire',
  'iron-filings',
  'near-short-circuit',
  'cells-warm',
  'hung-load',
  'opening-kick',
  'limited-on-time',
  'bench-supply',
  'cells',
  'strip-enamel',
  'wire-ends',
  'stiff-wire',
  'sharp-needle',
  'sharp-core',
];

export function byGravity(cautions: readonly Caution[]): readonly Caution[] {
  return [...cautions].sort((a, b) => GRAVITY.indexOf(a.code) - GRAVITY.indexOf(b.code));
}

/** The sentence of a caution, with the fuse where one is needed. */
export function cautionText({ code, fuse_A: fuse, withSecondPack }: Caution): string {
  const words = CAUTION_WORDS[code];
  if (withSecondPack !== undefined) return `${words} ${secondPackText(withSecondPack)}`;
  if (fuse === undefined) return words;
  return fuse === null
    ? `${words} No common fuse carries this current: do not build it.`
    : `${words} Fuse for this coil: ${fuse} A.`;
}

/** @param share of the heat in each cell that is left with a second pack in parallel. */
function secondPackText(share: number): string {
  if (share > 0.8) return 'A second pack hardly helps: use more turns or thinner wire.';
  const left =
    share > 0.6 ? 'two thirds' : share > 0.4 ? 'half' : share > 0.29 ? 'a third' : 'a quarter';
  return `A second pack in parallel cuts the heat in each cell to about ${left}.`;
}

export const OWN_RULES =
  'The school’s own risk assessment and local rules come first. Nab’s cautions are no substitute for them.';
