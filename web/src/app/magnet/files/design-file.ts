import { check, designSchema, type DesignDocument } from '@nab/contract';
import { fileName, saveFile } from '../../files';

/** What came of opening a file: the design, or sentences that say what is wrong with it. */
export type OpenedDesign =
  | { readonly design: DesignDocument; readonly faults: null }
  | { readonly design: null; readonly faults: readonly string[] };

/** Reads a design file: forgiving about order, defaults and unknown keys, strict about meaning. */
export function readDesignFile(text: string): OpenedDesign {
  let parsed: unknown;
  try {
    parsed = JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch {
    return { design: null, faults: ['The file is not JSON, so it cannot be a design of Nab’s.'] };
  }
  const checked = check(designSchema, parsed, 'file');
  if (checked.ok) return { design: checked.value, faults: null };
  return {
    design: null,
    faults: checked.errors.map(({ path, message }) => (path ? `${path}: ${message}` : message)),
  };
}

/** Offers a design as a file to keep. */
export function saveDesignFile(design: DesignDocument): void {
  const text = `${JSON.stringify(design, null, 2)}\n`;
  saveFile(`${fileName(design.name)}.json`, new Blob([text], { type: 'application/json' }));
}
