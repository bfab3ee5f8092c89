import { TestBed } from '@angular/core/testing';
import { exampleReading, examplePrediction, idOf } from '@nab/contract/testing';
import { beforeEach, describe, expect, it } from 'vitest';
import { openInvestigation } from '../../../testing/open-investigation';
import { pageOf } from '../../../testing/page';
import { benchStore, Outbox } from '../saving';
import { RunPage } from './run';

describe('the bench', () => {
  beforeEach(async () => {
    await benchStore.outgoing.clear();
    sessionStorage.clear();
    localStorage.clear();
  });

  it('begins with a prediction, then the check, the current and the count', async () => {
    await openInvestigation();
    const { texts } = await pageOf(RunPage);
    expect(texts('.track li')).toHaveLength(4);
    expect(texts('.track li[aria-current]')).toEqual(texts('.track li').slice(0, 1));
    expect(texts('.stage').join(' ')).toMatch(/what will it be/);
  });

  it('goes on to the check once there is a prediction', async () => {
    await openInvestigation({ predictions: [examplePrediction({ levelId: idOf(1) })] });
    const { texts, press } = await pageOf(RunPage);
    expect(texts('.which').join(' ')).toMatch(/Limpets, 10 turns, trial 1 Your prediction/);
    expect(texts('.stage').join(' ')).toMatch(/The current is off/);
    await press('Done without the clock');
    expect(texts('nab-count-pad label')).toContain('Lifted: how many clips?');
  });

  it('counts what is done, for the group that is chosen', async () => {
    await openInvestigation({ readings: [exampleReading(), exampleReading({ id: idOf(101) })] });
    const { texts, press } = await pageOf(RunPage);
    expect(texts('.level .done')[0]).toMatch(/2/);
    await press('Terns');
    expect(texts('.which').join(' ')).toMatch(/^Terns/);
    expect(texts('.level .done')[0]).not.toMatch(/2 of/);
  });

  it('keeps a trial in this browser at once, and sends it', async () => {
    const { server } = await openInvestigation({
      predictions: [examplePrediction({ levelId: idOf(1) })],
    });
    const { press, host } = await pageOf(RunPage);
    await press('Done without the clock');
    const box = host.querySelector<HTMLInputElement>('nab-count-pad input')!;
    box.value = '9';
    box.dispatchEvent(new Event('input'));
    await press('Save this trial');
    await expect.poll(() => server.readings.length).toBe(1);
    expect(server.readings[0]).toMatchObject({ levelId: idOf(1), outcome: { count: 9 } });
    await expect.poll(() => TestBed.inject(Outbox).pending().length).toBe(0);
  });
});
