import { describe, expect, it } from 'vitest';
import { DOCUMENTS, newDesign, newShell } from '@nab/contract/experiments';
import { EXPERIMENT_IDS } from '@nab/core/experiments';
import { readDocument } from './document-file';

const readDesignFile = (text: string) => readDocument(text, 'straight-magnet');

describe('a design file', () => {
  it('comes back as it was saved', () => {
    expect(readDesignFile(JSON.stringify(newDesign('Mine')))).toEqual({
      document: newDesign('Mine'),
      faults: null,
    });
  });

  it('may have its keys in any order, further keys, a byte-order mark and gaps that have defaults', () => {
    const { winding, ...rest } = newDesign();
    const { turns, start, end } = winding;
    const text = `\uFEFF${JSON.stringify({ note: 'by hand', winding: { end, start, turns }, ...rest })}`;
    const opened = readDesignFile(text);
    expect(opened.faults).toBeNull();
    expect(opened.document).toEqual(newDesign());
  });

  it('that is none says so in words', () => {
    expect(readDesignFile('PK\u0003').faults).toEqual([
      'The file is not JSON, so it cannot be a design of Nab’s.',
    ]);
    expect(readDesignFile('[1, 2]').faults).not.toBeNull();
    expect(readDesignFile('{}').faults).toContain('format: Is missing.');
  });

  it('with faults names each field', () => {
    const design = {
      ...newDesign(),
      core: { ...newDesign().core, length: '9 miles', material: 'x' },
    };
    const { faults } = readDesignFile(JSON.stringify(design));
    expect(faults!.some((fault) => fault.startsWith('core.length: “9 miles”'))).toBe(true);
    expect(faults!.some((fault) => fault.startsWith('core.material:'))).toBe(true);
  });

  it('of another experiment says which', () => {
    const { faults } = readDesignFile(JSON.stringify(newShell()));
    expect(faults).toEqual([expect.stringMatching(/another experiment: shell magnet/)]);
  });

  it.each(EXPERIMENT_IDS)('of the experiment %s comes back as it was saved', (experiment) => {
    const document = DOCUMENTS[experiment].fresh('Mine');
    expect(readDocument(JSON.stringify(document), experiment).document).toEqual(document);
  });
});
