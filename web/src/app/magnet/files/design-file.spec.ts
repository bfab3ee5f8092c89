import { describe, expect, it } from 'vitest';
import { newDesign } from '@nab/contract';
import { readDesignFile } from './design-file';

describe('a design file', () => {
  it('comes back as it was saved', () => {
    expect(readDesignFile(JSON.stringify(newDesign('Mine')))).toEqual({
      design: newDesign('Mine'),
      faults: null,
    });
  });

  it('may have its keys in any order, further keys, a byte-order mark and gaps that have defaults', () => {
    const { winding, ...rest } = newDesign();
    const { turns, start, end } = winding;
    const text = `\uFEFF${JSON.stringify({ note: 'by hand', winding: { end, start, turns }, ...rest })}`;
    const opened = readDesignFile(text);
    expect(opened.faults).toBeNull();
    expect(opened.design).toEqual(newDesign());
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
});
