import type { RiskNote } from '@nab/contract/lesson';
import type { Case } from '@nab/core/lesson';
import type { Caution, CautionCode } from '@nab/core/physics';
import { byGravity, cautionText } from '../experiments/index.js';

interface WithCases {
  readonly cases: readonly Pick<Case, 'stops' | 'cautions'>[];
}

/** What of the cautions is a hazard, and who may be hurt by it. */
const HAZARDS: Readonly<Record<CautionCode, readonly [hazard: string, who: string]>> = {
  'demonstration-only': ['Very large current from this supply', 'Whoever is near it'],
  'too-hot-for-trial': ['Burns from the coil', 'Whoever touches it'],
  'near-short-circuit': ['Hot cells, nearly a short circuit', 'Whoever holds the cells'],
  'cells-warm': ['Hot cells', 'Whoever holds the cells'],
  'hung-load': ['Falling load', 'Hands and feet below it'],
  'opening-kick': ['Spark and small shock when switching off', 'Whoever holds bare ends'],
  'limited-on-time': ['Warm coil and cells', 'Pupils'],
  'bench-supply': ['Laboratory supply', 'Pupils'],
  cells: ['Cells the wrong way round, mixed or charged', 'Pupils'],
  'strip-enamel': ['Dust and blades when stripping', 'Pupils'],
  'wire-ends': ['Sharp ends of wire', 'Eyes'],
  'stiff-wire': ['Wire that springs back', 'Eyes and hands'],
  'strong-magnets': ['Strong magnets: swallowed, pinching, near a pacemaker', 'Everybody'],
  'spinning-wire': ['A wire that spins, flies off or grows hot', 'Eyes and hands'],
  'sharp-needle': ['Points of needles', 'Hands'],
  'iron-filings': ['Iron filings in eyes and skin', 'Eyes and hands'],
  'off-the-track': ['A cell that stays in the coil grows hot', 'Pupils'],
  'sharp-core': ['Points of nails and screws', 'Hands'],
};

/** Cautions of all levels, each once, its strictest, the gravest first. */
export function cautionsOf({ cases }: WithCases): readonly Caution[] {
  const seen = new Map<CautionCode, Caution>();
  for (const { stops, cautions } of cases) {
    for (const caution of [...stops, ...cautions]) {
      const known = seen.get(caution.code);
      const stricter =
        !known ||
        (known.severity !== 'stop' && caution.severity === 'stop') ||
        (caution.fuse_A ?? Infinity) > (known.fuse_A ?? Infinity);
      if (stricter) seen.set(caution.code, caution);
    }
  }
  return byGravity([...seen.values()]);
}

/** Those that a group has to know at the table: the gravest three. */
export function classCautions(of: WithCases): readonly string[] {
  return cautionsOf(of)
    .filter(({ code, severity }) => severity !== 'stop' && code !== 'demonstration-only')
    .slice(0, 3)
    .map(cautionText);
}

/** Nab's risk notes for a lesson: hazard, who, what we do. */
export function risksOf(of: WithCases): RiskNote[] {
  return cautionsOf(of).map((caution) => {
    const [hazard, who] = HAZARDS[caution.code];
    return { hazard, who, action: cautionText(caution) };
  });
}
