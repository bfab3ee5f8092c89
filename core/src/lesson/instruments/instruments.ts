import type { QuantityKind } from '../../quantities/index.js';

/** Instruments of a bench that can be read off. */
export type InstrumentKind = 'scale' | 'multimeter' | 'gauss-meter' | 'thermometer';

/** What such a thing usually is; SI. */
export interface InstrumentModel {
  readonly name: string;
  readonly quantity: QuantityKind;
  /** Unit that it shows. */
  readonly unit: string;
  /** Its last digit. */
  readonly step: number;
  /** Noise of one reading: standard deviation as a share of the value, plus half a step. */
  readonly noise: number;
  /** Whether zero can be set, such as the tare of a scale. */
  readonly zero: boolean;
}

/** Of the kind that a school has. Common practice, no source. */
export const INSTRUMENTS: Readonly<Record<InstrumentKind, InstrumentModel>> = {
  scale: {
    name: 'Kitchen scale',
    quantity: 'mass',
    unit: 'g',
    step: 1e-4,
    noise: 0,
    zero: true,
  },
  multimeter: {
    name: 'Multimeter',
    quantity: 'resistance',
    unit: 'Ω',
    step: 0.1,
    noise: 0.002,
    zero: true,
  },
  'gauss-meter': {
    name: 'Gauss meter',
    quantity: 'fluxDensity',
    unit: 'mT',
    step: 1e-5,
    noise: 0.01,
    zero: true,
  },
  thermometer: {
    name: 'Thermometer',
    quantity: 'temperature',
    unit: '°C',
    step: 0.1,
    noise: 0,
    zero: false,
  },
};
