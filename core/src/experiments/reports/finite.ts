/** A finite number, or null for "never" and "without limit", which JSON cannot write. */
export const finite = (value: number): number | null => (Number.isFinite(value) ? value : null);
