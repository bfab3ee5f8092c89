/** Typefaces of a sheet. */
export type SheetFace = 'regular' | 'bold' | 'mono';

/** Ink of a mark: text and lines, what stands back, squared paper, and the copper of a wire. */
export type SheetInk = 'ink' | 'soft' | 'grid' | 'copper' | 'steel' | 'wash';

/** What is drawn, mm from the upper left corner of the page. */
export type SheetMark =
  | {
      readonly kind: 'text';
      readonly x: number;
      /** Of the baseline of the text. */
      readonly y: number;
      readonly text: string;
      /** Points. */
      readonly size: number;
      readonly face: SheetFace;
      readonly ink: SheetInk;
      /** Degrees, clockwise about its beginning. */
      readonly turn?: number;
    }
  | {
      readonly kind: 'path';
      /** Of M, L, C and Z with absolute places. */
      readonly d: string;
      readonly stroke?: SheetInk;
      /** mm. */
      readonly width?: number;
      readonly dash?: readonly [number, number];
      readonly fill?: SheetInk;
    };

/** What a part of a page is, for those who hear it read. */
export type SheetTag = 'H1' | 'H2' | 'P' | 'LI' | 'Figure' | 'TH' | 'TD' | 'Artifact';

/** A part of a page that is read as one. */
export interface SheetPart {
  readonly tag: SheetTag;
  /** Of a figure: what it shows. */
  readonly alt?: string;
  /** Cells with the same number are in one row of one table. */
  readonly row?: number;
  readonly marks: readonly SheetMark[];
}

/** A printed page, mm. */
export interface SheetPage {
  readonly title: string;
  readonly width: number;
  readonly height: number;
  readonly parts: readonly SheetPart[];
}
