import { newDesign, newShell } from '@nab/contract/experiments';
import { MEASURE_IDS, measureOf } from '@nab/core/lesson';
import { describe, expect, it } from 'vitest';
import { adaptMeasure } from './adapted-measure.js';
import { prepared } from './prepared.js';
import { examplePlan } from '@nab/contract/testing';

const nail = newDesign();
const gathering = { ...nail, load: { ...nail.load, method: 'gather' as const } };
const texts = ({ protocol }: ReturnType<typeof adaptMeasure>) => `${protocol.off} ${protocol.on}`;

describe('a measure as it is done', () => {
  it.each(['objects-one-end', 'objects-each-end', 'objects-both-ends'] as const)(
    '%s is dipped or gathered, whichever the design says',
    (id) => {
      const [dipped, gathered] = [nail, gathering].map((one) =>
        texts(adaptMeasure(measureOf(id), one)),
      );
      expect(dipped).not.toMatch(/[Ss]weep/);
      expect(gathered).toMatch(/[Ss]weep/);
      expect(gathered).not.toMatch(/[Dd]ip/);
      expect(gathered).toMatch(/Then switch off\.$/);
    },
  );

  it('leaves every other measure as it is, and what is no straight magnet', () => {
    for (const id of MEASURE_IDS.filter((one) => !one.startsWith('objects-'))) {
      expect(adaptMeasure(measureOf(id), gathering)).toBe(measureOf(id));
    }
    expect(adaptMeasure(measureOf('load-held'), newShell())).toBe(measureOf('load-held'));
  });

  it('is what the sheets print', () => {
    const { measure } = prepared(examplePlan(), gathering);
    expect(measure.protocol.on).toBe(
      adaptMeasure(measureOf('objects-one-end'), gathering).protocol.on,
    );
  });
});
