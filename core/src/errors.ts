/**
 * Every way in which input to the core can be impossible: one row a code, with what it means and
 * what the educator can do. The server answers with the same codes, and a test holds the table in
 * `docs/formats.md` against this one.
 */
export const CORE_ERRORS = {
  QUANTITY_UNREADABLE: {
    meaning: 'The text is not a number with a unit this quantity can have.',
    remedy: 'Write a number and a unit, such as 75 mm, 3 in, 22 AWG or 0,4 mm.',
  },
  QUANTITY_OUT_OF_RANGE: {
    meaning: 'The quantity can be read but lies outside what can be built or computed.',
    remedy: 'Use a value inside the limits that the message names.',
  },
  GAUGE_UNKNOWN: {
    meaning: 'There is no such wire gauge in the standard.',
    remedy: 'Use AWG 4/0 to 40, SWG 7/0 to 50, or the diameter in millimetres.',
  },
  WINDING_OUTSIDE_CORE: {
    meaning: 'The winding reaches beyond the ends of the core, or ends before it starts.',
    remedy: 'Move the ends of the winding so that they lie on the core, start before end.',
  },
  WINDING_TOO_SHORT: {
    meaning: 'Not even one turn of this wire fits between the ends of the winding.',
    remedy: 'Make the winding longer or use thinner wire.',
  },
  WINDING_TOO_HIGH: {
    meaning: 'So many layers cannot be wound by hand: the winding is far thicker than the core.',
    remedy: 'Use fewer turns, thinner wire or a longer winding.',
  },
  WIRE_IMPOSSIBLE: {
    meaning: 'The wire cannot exist, such as a strip folded narrower than it is thick.',
    remedy: 'Check the width, the thickness and the number of folds of the strip.',
  },
  BARE_WIRE_TOUCHES: {
    meaning: 'Bare wire touches itself or a metal core, so the current takes the short way across.',
    remedy:
      'Leave room between the turns of one layer and put tape on a metal core, or use enamelled or plastic-covered wire.',
  },
  CORE_IMPOSSIBLE: {
    meaning: 'The core cannot exist, such as a bore wider than the pipe.',
    remedy: 'Check the diameters and lengths of the core.',
  },
  CORES_TOO_CLOSE: {
    meaning: 'Two cores stand so close that their windings would run into one another.',
    remedy: 'Put the cores further apart, or use fewer layers or thinner wire.',
  },
  CELL_UNKNOWN: {
    meaning: 'Cells of this chemistry are not made in this size.',
    remedy: 'Choose one of the listed cells.',
  },
  FIELD_NOT_ROUND: {
    meaning: 'The magnet is not round about one axis, so its field cannot be solved this way.',
    remedy: 'Look at one of its cores alone.',
  },
  FIELD_EMPTY: {
    meaning: 'There is no steel, no winding or no current, so there is no field to solve.',
    remedy: 'Wind at least one turn and connect a cell.',
  },
  FIELD_GEOMETRY: {
    meaning: 'A part of the magnet has no size, or two pieces of steel touch without a gap.',
    remedy: 'Give every part a thickness, and faces a gap of 0.02 mm or more.',
  },
  FIELD_OVERLAP: {
    meaning: 'Two parts of the magnet lie in one another.',
    remedy: 'Move or shrink one of them so that they only touch.',
  },
  FIELD_CURRENT: {
    meaning: 'There are more ampere-turns than any magnet on a bench has.',
    remedy: 'Use fewer turns or fewer cells.',
  },
  STEEL_UNKNOWN: {
    meaning: 'The core material is not in the table.',
    remedy: 'Choose one of the listed materials.',
  },
  LEVEL_INVALID: {
    meaning: 'The text is no level of this factor.',
    remedy: 'Type a value inside the limits that the message names, or choose from the list.',
  },
  LEVEL_IMPOSSIBLE: {
    meaning: 'This design cannot have that level of the factor.',
    remedy: 'Change the design, or choose another factor.',
  },
  NOTHING_LIFTED: {
    meaning: 'By its design the magnet lifts nothing, even with nothing wrong.',
    remedy: 'Look at its design first: more turns, more current, a core.',
  },
  CELL_NOT_ROUND: {
    meaning: 'A block or a pack of cells cannot run through a coil.',
    remedy: 'Use one round cell: AAA, AA, C or D.',
  },
  ONE_CELL: {
    meaning: 'Several cells, or a bench supply, where one cell runs through the coil.',
    remedy: 'Use one cell.',
  },
  TRACK_TOO_NARROW: {
    meaning: 'Cell or magnets are as wide as the inside of the coil, or wider.',
    remedy: 'Wind on a wider mandrel, or use smaller magnets.',
  },
  TRACK_TOO_SHORT: {
    meaning: 'The coil is shorter than the cell with the magnets at its ends.',
    remedy: 'Wind a longer coil, or use fewer magnets.',
  },
  FLOAT_SINKS: {
    meaning: 'The float is too small to carry the needle.',
    remedy: 'Take a wider or thicker float, or a thinner needle.',
  },
  TOO_FEW_POINTS: {
    meaning: 'There are not enough different points for this calculation.',
    remedy: 'Record more trials, at two or more different levels.',
  },
} as const;

export type CoreErrorCode = keyof typeof CORE_ERRORS;

/** Impossible input to a model. Match on `code`, never on the text. */
export class CoreError extends Error {
  override readonly name = 'CoreError';

  constructor(
    readonly code: CoreErrorCode,
    message: string,
    readonly details: Readonly<Record<string, string | number>> = {},
  ) {
    super(message);
  }
}
