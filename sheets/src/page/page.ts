export type {
  SheetFace as Face,
  SheetInk as Ink,
  SheetMark as Mark,
  SheetPage as Page,
  SheetPart as Part,
  SheetTag as Tag,
} from '@nab/contract/lesson';
