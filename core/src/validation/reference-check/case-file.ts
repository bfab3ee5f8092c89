/** A reference file: cases with inputs in SI and expected values from independent engines. */
export interface ReferenceFile {
  readonly steel_table?: { readonly B_T: readonly number[]; readonly H_A_per_m: readonly number[] };
  readonly cases: readonly ReferenceCase[];
}

/** One case. Expected records are items `{name, value}` or rows with their own coordinates. */
export interface ReferenceCase {
  readonly id: string;
  readonly kind: string;
  readonly inputs: Readonly<Record<string, unknown>>;
  readonly expected: readonly ExpectedRecord[];
}

export type ExpectedRecord = Readonly<Record<string, unknown>>;

/** Outcome for one expected value. */
export type CheckLine =
  | {
      readonly id: string;
      readonly quantity: string;
      /** Position of the record in the case's list of expected records. */
      readonly record: number;
      /** 1: segmented rod and closed forms; 2: finite elements. */
      readonly tier: 1 | 2;
      readonly expected: number;
      readonly computed: number;
      readonly relativeError: number;
      readonly tolerance: number;
      readonly ok: boolean;
    }
  | {
      readonly id: string;
      readonly quantity: string;
      readonly record: number;
      readonly skipped: true;
    };

/** A value computed for an expected one. `scale` is what the error is relative to. */
export interface Computed {
  readonly quantity: string;
  readonly expected: number;
  readonly computed: number;
  readonly scale: number;
  readonly tolerance: number;
}

/** Something is wrong with the file itself. */
export class ReferenceFileError extends Error {
  override readonly name = 'ReferenceFileError';
}

/** A finite number of a record, or a message that names what is missing. */
export function numberIn(
  record: Readonly<Record<string, unknown>>,
  key: string,
  where: string,
): number {
  const value = record[key];
  if (typeof value === 'number' && Number.isFinite(value)) return value;
  throw new ReferenceFileError(`${where}: “${key}” must be a number.`);
}

/** Whether text parsed from a file has the outer shape of a reference file. */
export function readReferenceFile(parsed: unknown): ReferenceFile {
  const file = parsed as ReferenceFile | null;
  if (typeof file !== 'object' || file === null || !Array.isArray(file.cases)) {
    throw new ReferenceFileError('The file has no list “cases”.');
  }
  file.cases.forEach((entry: ReferenceCase, index) => {
    if (
      typeof entry?.id !== 'string' ||
      typeof entry.kind !== 'string' ||
      typeof entry.inputs !== 'object' ||
      !Array.isArray(entry.expected)
    ) {
      throw new ReferenceFileError(
        `Case ${index + 1} needs “id”, “kind”, “inputs” and a list “expected”.`,
      );
    }
  });
  return file;
}
