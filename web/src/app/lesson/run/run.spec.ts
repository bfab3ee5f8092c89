import { TestBed } from '@angular/core/testing';
import { newDesign } from '@nab/contract/experiments';
import { examplePlan, exampleReading, examplePrediction, idOf } from '@nab/contract/testing';
import { beforeEach, describe, expect, it } from 'vitest';
import { openInvestigation } from '../../../../testing/open-investigation';
import { pageOf } from '../../../../testing/page';
import { Outbox } from '../../platform/saving';
import { benchDatabase } from '../../platform/saving/bench-database';
import { RunPage } from './run';

describe('the bench', () => {
  beforeEach(async () => {
    await benchDatabase.outgoing.clear();
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

  it('says whether to dip or to gather, as the design has it', async () => {
    const design = newDesign();
    const gathering = { ...design, load: { ...design.load, method: 'gather' as const } };
    await openInvestigation({
      design: { id: idOf(901), version: 1, design: gathering },
      predictions: [examplePrediction({ levelId: idOf(1) })],
    });
    const { texts } = await pageOf(RunPage);
    expect(texts('.stage').join(' ')).toMatch(/Sweep the tip through the tray/);
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

  it('goes on in the order of the group, and comes back to it after a way of its own', async () => {
    const groups = examplePlan().groups;
    await openInvestigation();
    const { texts, press } = await pageOf(RunPage);
    const first = texts('.which').join(' ');
    await press(groups[1]!.name);
    // The second group begins elsewhere: its order is balanced against the first.
    expect(texts('.which').join(' ').replace(/^\w+/, '')).not.toBe(first.replace(/^\w+/, ''));
  });

  it('lists a trial with what was odd, what was changed, by whom, and what is extra', async () => {
    const trial = exampleReading({ flags: ['lead-loose'], note: 'wet hands' });
    const taken = exampleReading({
      id: idOf(102),
      corrects: idOf(100),
      reason: 'dropped it',
      actor: 'educator',
      withdrawn: true,
      recordedAt: '2026-10-07T09:50:00.000Z',
      arrival: 2,
    });
    const back = exampleReading({
      id: idOf(103),
      corrects: idOf(102),
      reason: 'Put back',
      recordedAt: '2026-10-07T09:55:00.000Z',
      arrival: 3,
    });
    const more = [110, 111, 112].map((n) => exampleReading({ id: idOf(n), arrival: n }));
    await openInvestigation({ readings: [trial, taken, back, ...more] });
    const { texts } = await pageOf(RunPage);
    const log = texts('nab-trial-log li');
    expect(log).toHaveLength(4);
    expect(log[0]).toContain('an extra trial');
    const first = log[3]!;
    expect(first).toMatch(/put back: Put back \(group, \d\d?:55( [AP]M)?\)/);
    expect(first).toMatch(/taken out: dropped it \(educator, \d\d?:50( [AP]M)?\)/);
  });

  it('offers to put back what was taken out', async () => {
    const taken = exampleReading({
      id: idOf(102),
      arrival: 2,
      corrects: idOf(100),
      reason: 'dropped it',
      withdrawn: true,
      recordedAt: '2026-10-07T09:50:00.000Z',
    });
    const { server } = await openInvestigation({ readings: [exampleReading(), taken] });
    const { press } = await pageOf(RunPage);
    await press('Put back');
    await expect.poll(() => server.readings.length).toBe(1);
    expect(server.readings[0]).toMatchObject({ corrects: idOf(102), withdrawn: false });
  });
});
