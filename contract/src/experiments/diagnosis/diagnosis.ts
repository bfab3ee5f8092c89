import {
  CHECK_IDS,
  GAUGE_IDS,
  GAUGES,
  SYMPTOMS,
  TOOLS,
  type CheckId,
  type Evidence,
  type GaugeId,
  type SymptomId,
  type ToolId,
} from '@nab/core/teaching';
import { parseQuantity } from '@nab/core/quantities';
import { array, number, object, string, type InferType } from 'yup';
import { designSchema } from '../magnet/index.js';
import { choice, quantity } from '../../fields/index.js';

/** What a meter shows where nothing gets through, as it is typed. */
export const NO_READING = 'none';
/** What may be read off a meter, SI. */
const READ = {
  voltage: { min: 0, max: 200, unit: 'V' },
  current: { min: 0, max: 200, unit: 'A' },
  resistance: { min: 0, max: 1e6, unit: 'Ω' },
} as const;

const ANSWERS = { yes: 'Yes', no: 'No' } as const;

/** One reading as it was typed; `none` where the meter shows that nothing gets through. */
export const gaugeReading = (id: GaugeId) => {
  const { quantity: kind } = GAUGES[id];
  const schema = quantity(kind, READ[kind]).optional();
  return id === 'coil-resistance'
    ? string()
        .optional()
        .test('reading', (value, context) => {
          if (value === undefined || value === NO_READING) return true;
          try {
            schema.validateSync(value);
            return true;
          } catch (error) {
            return context.createError({ message: (error as Error).message });
          }
        })
    : schema;
};

/** What is known of a magnet that does not lift: its file. */
export const diagnosisSchema = object({
  format: string().oneOf(['nab-diagnosis'], 'This is no diagnosis of Nab’s.').defined(),
  version: number().oneOf([1], 'This file is of a newer Nab.').defined(),
  design: designSchema,
  symptom: choice<SymptomId>(SYMPTOMS, 'a symptom').optional(),
  /** What is at hand. */
  tools: array(choice<ToolId>(TOOLS, 'a tool'))
    .default(() => [] as ToolId[])
    .defined(),
  checks: object(
    Object.fromEntries(
      CHECK_IDS.map((id) => [id, choice<'yes' | 'no'>(ANSWERS, 'an answer').optional()]),
    ),
  )
    .noUnknown()
    .default({}),
  readings: object(Object.fromEntries(GAUGE_IDS.map((id) => [id, gaugeReading(id)])))
    .noUnknown()
    .default({}),
})
  .noUnknown()
  .required();

export type DiagnosisDocument = InferType<typeof diagnosisSchema>;

/** What a meter showed, SI; Infinity where nothing got through. The text must be valid. */
export function gaugeValue(id: GaugeId, typed: string): number {
  return typed === NO_READING ? Infinity : parseQuantity(typed, GAUGES[id].quantity).si;
}

/** The same for the core. The document must be valid. */
export function toEvidence({
  symptom,
  checks,
  readings,
}: Pick<DiagnosisDocument, 'symptom'> & {
  readonly checks: Readonly<Partial<Record<string, unknown>>>;
  readonly readings: Readonly<Partial<Record<string, unknown>>>;
}): Evidence {
  return {
    symptom: symptom ?? null,
    checks: Object.fromEntries(
      CHECK_IDS.flatMap((id): [CheckId, boolean][] =>
        checks[id] === undefined ? [] : [[id, checks[id] === 'yes']],
      ),
    ),
    readings: Object.fromEntries(
      GAUGE_IDS.flatMap((id): [GaugeId, number][] =>
        readings[id] === undefined ? [] : [[id, gaugeValue(id, String(readings[id]))]],
      ),
    ),
  };
}
