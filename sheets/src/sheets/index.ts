import { SHEET_IDS, type SheetId } from '@nab/contract/lesson';
import type { Prepared } from '@nab/words/lesson';
import type { Page } from '../page/index.js';
import { cards } from './cards.js';
import { demonstration } from './demonstration.js';
import { educator } from './educator.js';
import { fourBox } from './four-box.js';
import { kit } from './kit.js';
import { labels } from './labels.js';
import { pupilSheets } from './pupil.js';
import { risk } from './risk.js';
import type { Sheet } from './sheet.js';

export { BAR } from './scale-bar.js';
export { squaredAxes, type Frame, type SquaredAxes } from './graph.js';
export { isPlain } from './sheet.js';

/** Sheets that are handed to pupils: of a demonstration there are none. */
const HANDED_OUT = ['pupil', 'four-box', 'cards', 'labels'] as const;

const MAKERS = {
  pupil: pupilSheets,
  'four-box': fourBox,
  educator,
  cards,
  labels,
  kit,
  risk,
} as const satisfies Record<SheetId, Sheet>;

/** The pages of the sheets that are wanted. What only an adult may switch on comes apart from them. */
export function pagesOf(of: Prepared, wanted: readonly SheetId[] = SHEET_IDS): Page[] {
  const sheets = SHEET_IDS.filter((id) => wanted.includes(id));
  if (!of.demonstration) return sheets.flatMap((id) => [...MAKERS[id](of)]);
  const kept = sheets.filter((id) => !(HANDED_OUT as readonly string[]).includes(id));
  return [...demonstration(of), ...kept.flatMap((id) => [...MAKERS[id](of)])];
}
