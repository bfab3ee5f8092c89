import {
  MAGNET_STUFFS,
  PERMANENT_COUNTS,
  PERMANENT_LIMITS,
  type MagnetStuffId,
  type PermanentMagnet,
} from '@nab/core/experiments';
import { parseQuantity, type QuantityKind } from '@nab/core/quantities';
import { number, object, string, type InferType } from 'yup';
import { choice, filledText, quantity, whole } from '../../fields/index.js';

/** A permanent magnet and the coil that is to equal it: its file. */
export const permanentSchema = object({
  format: string().oneOf(['nab-permanent'], 'This is no permanent magnet of Nab’s.').defined(),
  version: number().oneOf([1], 'This file is of a newer Nab.').defined(),
  name: filledText(80, 'Give it a name.'),
  stuff: choice<MagnetStuffId>(MAGNET_STUFFS, 'what it is of').default('neodymium'),
  diameter: quantity('length', PERMANENT_LIMITS.diameter),
  length: quantity('length', PERMANENT_LIMITS.length),
  knocks: whole(PERMANENT_COUNTS.knocks.min, PERMANENT_COUNTS.knocks.max).default(0),
  wire: quantity('length', PERMANENT_LIMITS.wire).default('0.5 mm'),
  current: quantity('current', PERMANENT_LIMITS.current).default('3 A'),
  gap: quantity('length', PERMANENT_LIMITS.gap).default('0.2 mm'),
})
  .noUnknown()
  .required();

export type PermanentDocument = InferType<typeof permanentSchema>;

/** A strong disc, to start from. */
export function newPermanent(name = 'Disc magnet'): PermanentDocument {
  return permanentSchema.cast({
    format: 'nab-permanent',
    version: 1,
    name,
    diameter: '15 mm',
    length: '3 mm',
  }) as PermanentDocument;
}

/** The same in SI for the core. The document must be valid. */
export function toPermanent(document: PermanentDocument): PermanentMagnet {
  const si = (text: string, kind: QuantityKind = 'length'): number => parseQuantity(text, kind).si;
  return {
    stuff: document.stuff,
    diameter: si(document.diameter),
    length: si(document.length),
    knocks: document.knocks,
    wireDiameter: si(document.wire),
    current: si(document.current, 'current'),
    gap: si(document.gap),
  };
}
