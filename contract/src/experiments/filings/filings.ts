import {
  FILING_COUNTS,
  FILING_LIMITS,
  FILING_SOURCES,
  type FilingSource,
  type FilingSourceKind,
} from '@nab/core/experiments';
import { parseQuantity, type QuantityKind } from '@nab/core/quantities';
import { number, object, string, type InferType } from 'yup';
import { choice, filledText, quantity, whole } from '../../fields/index.js';

export const ALIKE = { unlike: 'North and south', alike: 'North and north' } as const;
export type Alike = keyof typeof ALIKE;

/** A sheet of filings and what lies through or under it: its file. */
export const filingsSchema = object({
  format: string().oneOf(['nab-filings'], 'This is no sheet of filings of Nab’s.').defined(),
  version: number().oneOf([1], 'This file is of a newer Nab.').defined(),
  name: filledText(80, 'Give it a name.'),
  source: choice<FilingSourceKind>(FILING_SOURCES, 'a source').default('bar-under'),
  current: quantity('current', FILING_LIMITS.current).default('20 A'),
  turns: whole(FILING_COUNTS.turns.min, FILING_COUNTS.turns.max).default(1),
  wire: quantity('length', FILING_LIMITS.wireDiameter).default('2 mm'),
  radius: quantity('length', FILING_LIMITS.radius).default('5 mm'),
  length: quantity('length', FILING_LIMITS.length).default('60 mm'),
  distance: quantity('length', FILING_LIMITS.distance).default('8 mm'),
  apart: quantity('length', FILING_LIMITS.apart).default('40 mm'),
  poles: choice<Alike>(ALIKE, 'two poles').default('unlike'),
  remanence: quantity('fluxDensity', FILING_LIMITS.remanence).default('0.4 T'),
  filings: whole(FILING_COUNTS.filings.min, FILING_COUNTS.filings.max).default(6000),
})
  .noUnknown()
  .required();

export type FilingsDocument = InferType<typeof filingsSchema>;

/** What each source begins with: sizes that classes have. */
const BEGINS: Readonly<Record<FilingSourceKind, Partial<FilingsDocument>>> = {
  'wire-through': { current: '20 A', turns: 1, wire: '2 mm' },
  'wire-under': { current: '20 A', turns: 1, wire: '2 mm', distance: '2 mm' },
  'loop-through': { current: '20 A', turns: 5, wire: '1.5 mm', radius: '20 mm' },
  'loop-under': { current: '20 A', turns: 5, wire: '1.5 mm', radius: '25 mm', distance: '3 mm' },
  'coil-through': { current: '5 A', turns: 20, wire: '1.5 mm', radius: '12 mm', length: '60 mm' },
  'coil-under': {
    current: '3 A',
    turns: 100,
    wire: '0.8 mm',
    radius: '6 mm',
    length: '60 mm',
    distance: '8 mm',
  },
  'bar-under': { radius: '5 mm', length: '70 mm', distance: '8 mm', remanence: '0.4 T' },
  'poles-under': {
    radius: '5 mm',
    length: '40 mm',
    distance: '3 mm',
    apart: '40 mm',
    remanence: '0.4 T',
  },
  'disc-under': { radius: '7.5 mm', length: '3 mm', distance: '3 mm', remanence: '1.2 T' },
};

/** The same sheet over another source, with the sizes that it begins with. */
export function withSource(document: FilingsDocument, source: FilingSourceKind): FilingsDocument {
  return { ...document, source, ...BEGINS[source] };
}

/** A bar magnet under a sheet, to start from. */
export function newFilings(name = 'Filings'): FilingsDocument {
  const fresh = filingsSchema.cast({ format: 'nab-filings', version: 1, name });
  return withSource(fresh as FilingsDocument, 'bar-under');
}

/** The same in SI for the core. The document must be valid. */
export function toFilingSource(document: FilingsDocument): FilingSource {
  const si = (text: string, kind: QuantityKind = 'length'): number => parseQuantity(text, kind).si;
  return {
    kind: document.source,
    current: si(document.current, 'current'),
    turns: document.turns,
    wireDiameter: si(document.wire),
    radius: si(document.radius),
    length: si(document.length),
    distance: si(document.distance),
    apart: si(document.apart),
    alike: document.poles === 'alike',
    remanence: si(document.remanence, 'fluxDensity'),
  };
}
