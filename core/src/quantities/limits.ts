/** What may be typed of a quantity, SI, both ends included, with the unit in which messages name them. */
export interface QuantityLimits {
  readonly min: number;
  readonly max: number;
  readonly unit: string;
}
