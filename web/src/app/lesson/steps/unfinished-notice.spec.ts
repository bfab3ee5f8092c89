import { USUAL_LESSON } from '@nab/contract/lesson';
import type { DesignDocument } from '@nab/contract/experiments';
import { describe, expect, it } from 'vitest';
import { openInvestigation } from '../../../../testing/open-investigation';
import { pageOf } from '../../../../testing/page';
import { UnfinishedNotice } from './unfinished-notice';

describe('the notice of an unfinished change', () => {
  it('says whose figures a page shows, and leads to the field', async () => {
    const { store } = await openInvestigation();
    const { texts, host, settle } = await pageOf(UnfinishedNotice);
    expect(texts('nab-notice')).toEqual([]);
    store.design().edit((document) => {
      const design = document as DesignDocument;
      return { ...design, name: 'Thin one', core: { ...design.core, length: '20 mm' } };
    });
    await settle();
    const [notice] = texts('nab-notice');
    expect(notice).toMatch(/A change on Magnet is not finished: The winding must end on the core/);
    // The last that could be built, not the one that is typed.
    expect(notice).toMatch(/still uses the last magnet that could be built, “Nail magnet”/);
    expect(host.querySelector('a')!.getAttribute('href')).toMatch(/magnet#fault$/);
    store.design().undo();
    await settle();
    expect(texts('nab-notice')).toEqual([]);
  });

  it('says it of the question too', async () => {
    const { store } = await openInvestigation();
    const { texts, settle } = await pageOf(UnfinishedNotice);
    store.plan().edit((plan) => ({ ...plan, title: '' }));
    await settle();
    expect(texts('nab-notice')[0]).toMatch(/A change on Question is not finished/);
    store.plan().undo();
    store.plan().edit((plan) => ({ ...plan, lesson: { ...USUAL_LESSON, on: 900 } }));
    await settle();
    // Minutes and seconds of the lesson are typed on Prepare.
    expect(texts('nab-notice')).toEqual([
      expect.stringMatching(/A change on Prepare is not finished: Type seconds from 1 to 60/),
    ]);
  });
});
