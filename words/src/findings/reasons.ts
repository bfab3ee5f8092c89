import type { FactorId } from '@nab/core/lesson';

/** A reason at the exact reading level, and plainly. */
type Reason = readonly [full: string, plain: string];

/**
 * Why a factor may make a difference, in a sentence that the class may check: what it changes in the
 * circuit, in the steel, or between magnet and object. Designs that differ in everything have none:
 * there the class has to think for itself.
 */
export const REASONS: Readonly<Record<Exclude<FactorId, 'designs'>, Reason>> & {
  readonly designs?: undefined;
} = {
  turns: [
    'Every turn pushes the steel’s magnetism the same way; more turns push more, until the longer wire lets less current through or the steel is full.',
    'Every turn of wire helps to make the steel a magnet. More turns help more.',
  ],
  'cells-in-series': [
    'More cells one behind the other drive more current through the same turns, less what the cells lose inside.',
    'More cells push more current through the wire.',
  ],
  'packs-in-parallel': [
    'Packs side by side share the current, so each loses less inside; the voltage stays as it is, and a coil that asks for little current gains little.',
    'Packs side by side help each other when the coil takes a lot of current.',
  ],
  'cell-kind': [
    'Cells differ in what they lose inside when the current is large, and a little in voltage: the same coil gets more or less current.',
    'Some cells can push more current than others.',
  ],
  'cell-freshness': [
    'A used cell has a lower voltage and loses more of it inside, so less current flows.',
    'A tired cell pushes less current.',
  ],
  'wire-length': [
    'A longer wire resists the current more: the turns stay as they are, but less current flows through each.',
    'A long wire lets less current through.',
  ],
  'wire-thickness': [
    'Thicker wire resists the current less, until the cell itself is the limit.',
    'Thick wire lets more current through.',
  ],
  'wire-kind': [
    'Wires of different metal, or of different thickness under the same cover, resist the current differently, and thick covers leave room for fewer turns near the steel.',
    'Some wires let more current through than others.',
  ],
  'core-material': [
    'Iron and most steels line up with the coil’s field and add far more than the coil itself; wood, plastic and aluminium add nothing.',
    'Only iron and steel become a magnet in the coil.',
  ],
  'core-presence': [
    'The steel lines up with the coil’s field and adds far more than the coil itself.',
    'The steel in the coil makes nearly all of the magnet.',
  ],
  'core-length': [
    'In a longer core its two ends are farther apart and weaken each other less, so the same coil magnetises it more.',
    'In a long core the two ends are far apart and disturb each other less.',
  ],
  'core-diameter': [
    'A thicker core has more steel to magnetise and a larger face, but its ends weaken each other more for the same length; which of the two wins depends on how full the steel is.',
    'A thick core has more steel, but it needs a stronger coil.',
  ],
  'core-hollow': [
    'Magnetism sits mostly in the outer steel while the core is far from full; a thin wall fills sooner than a solid core.',
    'A hollow core has less steel to become a magnet.',
  ],
  'winding-position': [
    'Steel that is nearer to the turns is magnetised more: a coil close to the tip makes the tip stronger.',
    'The tip is stronger when the coil is near it.',
  ],
  'bare-tip': [
    'What is left bare stands farther from the turns and is magnetised less, but it gives the objects more steel to hang on.',
    'A bare tip is farther from the coil, but there is more room to hang on.',
  ],
  'layer-style': [
    'A layer that is wound on in the same sense adds its push; one that runs round the other way takes it off again.',
    'All turns must go round the same way. Turns the other way work against them.',
  ],
  neatness: [
    'Turns that lie apart need more core for the same number, so some of them are farther from the tip; the wire is hardly longer.',
    'Tidy turns sit close together and near the tip.',
  ],
  'pole-sense': [
    'Between opposite poles the flux has a short way from one to the other through the plate; alike poles push it away from there.',
    'A north and a south end work together. Two alike ends work against each other.',
  ],
  gap: [
    'Flux crosses a gap far less easily than steel: a sheet more weakens the pull again.',
    'A gap lets less of the magnet through. Touching holds best.',
  ],
  tilt: [
    'A plate that stands off at one side has a gap there, and flux crosses a gap far less easily than steel.',
    'A tilted plate touches only at one side.',
  ],
  'part-seat': [
    'Less of the face touches, so less flux passes into the plate; but what passes is denser, and the pull falls less than the area.',
    'When less of the magnet touches, it holds less.',
  ],
  'magnets-in-parallel': [
    'Side by side each magnet takes its own current, and the supply loses more inside: each is a little weaker, together they hold more.',
    'Two magnets share the battery. Each gets a little less current.',
  ],
  current: [
    'The field of a coil grows in proportion to its current.',
    'More current in the wire makes a stronger magnet.',
  ],
  'compass-distance': [
    'The field of a wire weakens with the distance, while the earth’s stays as it is.',
    'Farther away the wire pulls less at the needle.',
  ],
  'magnets-per-end': [
    'More magnets at an end push harder, for their rims carry more current, but each further one lies farther from the live turns and adds less; and all of them have to be carried along.',
    'More magnets push harder, but they are heavier too.',
  ],
  'turn-gap': [
    'The farther apart the turns, the fewer of them lie between the two magnets: they make less field for the same current, and the push falls with it.',
    'Fewer turns lie between the magnets, so the push is weaker.',
  ],
  'compass-side': [
    'The field goes round the wire: above it points the other way than below.',
    'On the other side of the wire the needle turns the other way.',
  ],
};
