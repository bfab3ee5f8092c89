import type { MagnetDesign } from '../../experiments/index.js';

/** A rule of thumb that is tried on a magnet with one thing changed. */
export interface Rule {
  /** What is changed, as it is seen. */
  readonly change: string;
  /** What the rule of thumb says, and by how much it lifts more. */
  readonly rule: string;
  readonly factor: number;
  /** Why it is not so simple. */
  readonly why: string;
  /** The changed magnet; null where it would not be another. */
  apply(design: MagnetDesign): MagnetDesign | null;
}

const winding = (design: MagnetDesign, change: Partial<MagnetDesign['winding']>): MagnetDesign => ({
  ...design,
  winding: { ...design.winding, ...change },
});
const supply = (design: MagnetDesign, change: Partial<MagnetDesign['supply']>): MagnetDesign => ({
  ...design,
  supply: { ...design.supply, ...change },
});
const core = (design: MagnetDesign, change: Partial<MagnetDesign['core']>): MagnetDesign => ({
  ...design,
  core: { ...design.core, ...change },
});

/** What people say of magnets. Common practice, no source. */
export const RULES = {
  'twice-the-turns': {
    change: 'Twice the turns',
    rule: 'Twice the turns lift twice as much.',
    factor: 2,
    why: 'Twice the wire has twice the resistance, so less current flows; and the outer layers are longer still.',
    apply: (design) => winding(design, { turns: 2 * design.winding.turns }),
  },
  'half-the-turns': {
    change: 'Half the turns',
    rule: 'Half the turns lift half as much.',
    factor: 0.5,
    why: 'Half the wire lets more current flow, up to what the cells can give.',
    apply: (design) =>
      winding(design, { turns: Math.max(1, Math.round(design.winding.turns / 2)) }),
  },
  'twice-the-cells': {
    change: 'Twice the cells in a row',
    rule: 'Twice the cells lift twice as much.',
    factor: 2,
    why: 'Voltage doubles, but so does the resistance inside the cells; a heap grows with the power 6/5 of what is left.',
    apply: (design) => supply(design, { series: 2 * design.supply.series }),
  },
  'a-pack-beside': {
    change: 'A second pack beside the first',
    rule: 'Twice the cells lift twice as much, however they are joined.',
    factor: 2,
    why: 'Packs side by side halve the resistance inside the cells and leave the voltage as it is: it helps only where the cells were the limit.',
    apply: (design) => supply(design, { parallel: 2 * design.supply.parallel }),
  },
  'thicker-wire': {
    change: 'Wire half as thick again, as many turns',
    rule: 'Thicker wire makes a stronger magnet: twice the section, twice the lift.',
    factor: 2.25,
    why: 'The wire’s resistance falls, but leads and cells are still there; and thick turns need more layers.',
    apply: (design) => ({
      ...design,
      wire: { ...design.wire, diameter: 1.5 * design.wire.diameter },
    }),
  },
  'thinner-wire': {
    change: 'Wire two thirds as thick, as many turns',
    rule: 'Thin wire makes a weak magnet: half the section, half the lift.',
    factor: 0.45,
    why: 'It does carry less, but what counts is the whole circuit: cells and leads keep their share.',
    apply: (design) => ({
      ...design,
      wire: { ...design.wire, diameter: design.wire.diameter / 1.5 },
    }),
  },
  'thicker-core': {
    change: 'A core half as thick again',
    rule: 'Twice the steel lifts twice as much.',
    factor: 2.25,
    why: 'A thick core takes up more flux for its length, but a stubby one demagnetises itself; longer turns cost current.',
    apply: (design) =>
      design.core.shape === 'none' ? null : core(design, { diameter: 1.5 * design.core.diameter }),
  },
  aluminium: {
    change: 'A core of aluminium',
    rule: 'Metal is metal.',
    factor: 1,
    why: 'Aluminium carries flux no better than air: what lifts is the coil alone.',
    apply: (design) => core(design, { material: 'aluminium' }),
  },
  'class-8.8': {
    change: 'A hardened bolt (8.8) for a core',
    rule: 'Steel is steel.',
    factor: 1,
    why: 'Hardened steel takes up magnetism less easily: with so few ampere-turns about a fifth is missing.',
    apply: (design) => core(design, { material: 'bolt-8.8' }),
  },
  'no-bare-tip': {
    change: 'The winding pushed to the very end of the tip',
    rule: 'Where the wire is does not matter.',
    factor: 1,
    why: 'A bare tip offers more steel, but clips round it shield one another; most hang before the end of it.',
    apply: (design) => {
      const { start, end } = design.winding;
      const on = design.core.length - end;
      return on > 1e-4 ? winding(design, { start: start + on, end: design.core.length }) : null;
    },
  },
  'used-cells': {
    change: 'The same cells, four fifths used',
    rule: 'A cell works until it is flat.',
    factor: 1,
    why: 'Its voltage falls and its inner resistance grows long before it is flat.',
    apply: (design) => supply(design, { used: 0.8 }),
  },
  'long-leads': {
    change: 'Leads three times as long',
    rule: 'Leads only bring the current.',
    factor: 1,
    why: 'A short coil of thick wire has less resistance than a poor pair of leads.',
    apply: (design) => ({
      ...design,
      leads: { ...design.leads, resistanceEach: 3 * design.leads.resistanceEach },
    }),
  },
} as const satisfies Record<string, Rule>;

export type RuleId = keyof typeof RULES;
export const RULE_IDS = Object.keys(RULES) as RuleId[];
