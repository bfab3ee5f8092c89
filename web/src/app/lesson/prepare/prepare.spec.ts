import { ChangeDetectionStrategy, Component } from '@angular/core';
import { newDesign, newShell } from '@nab/contract/experiments';
import { newShelfItem } from '@nab/contract/shelf';
import { USUAL_LESSON, type LessonSettings } from '@nab/contract/lesson';
import { examplePlan, idOf } from '@nab/contract/testing';
import { describe, expect, it } from 'vitest';
import { openInvestigation } from '../../../../testing/open-investigation';
import { pageOf } from '../../../../testing/page';
import { Timeline } from '../../ui/charts';
import { calendarOf } from './calendar';
import { KitPart } from './kit-part';
import { LessonPlanPart } from './lesson-plan';
import { Preparation } from './preparation';
import { PreparePage } from './prepare';

const lessonOf = (change: Partial<LessonSettings>) =>
  examplePlan(idOf, { lesson: { ...USUAL_LESSON, ...change } });
/** Parts of the page by themselves, with the lesson that the page gives them. */
@Component({
  selector: 'nab-lesson-alone',
  imports: [LessonPlanPart],
  providers: [Preparation],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: '<nab-lesson-plan />',
})
class LessonAlone {}
@Component({
  selector: 'nab-kit-alone',
  imports: [KitPart],
  providers: [Preparation],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: '<nab-kit-part />',
})
class KitAlone {}

describe('the page to prepare a lesson', () => {
  it('begins with whether the lesson fits, and what takes most', async () => {
    await openInvestigation({ plan: lessonOf({ length: 20 }) });
    const { texts } = await pageOf(PreparePage);
    const [verdict] = texts('nab-notice');
    expect(verdict).toMatch(/does not fit: \d+ minutes too long/);
    expect(verdict).toMatch(/Winding takes most/);
    expect(texts('nab-lesson-plan li').join(' ')).toMatch(/pack a group lasts the lesson/);
  });

  it('says how long the educator winds before', async () => {
    await openInvestigation({ plan: lessonOf({ arrangement: 'wound-before' }) });
    const { texts } = await pageOf(LessonAlone);
    // Three coils of 3 min, 7 tens of turns of half a minute, for two groups.
    expect(texts('nab-notice')[0]).toMatch(/It fits\. .*the educator winds for 25 minutes/);
  });

  it('names a coil on the timeline by what it is, and a trial by all of its levels', async () => {
    const level = (id: number, value: string) => ({ id: idOf(id), value });
    await openInvestigation({
      plan: examplePlan(idOf, {
        factor: 'cells-in-series',
        levels: [level(31, '1'), level(32, '2')],
        series: { factor: 'turns', levels: [level(41, '20'), level(42, '40')] },
        lesson: { ...USUAL_LESSON, arrangement: 'own-coils' },
      }),
    });
    const { part } = await pageOf(LessonAlone);
    const { blocks } = part(Timeline).data();
    const named = (look: string): string[] => [
      ...new Set(blocks.filter((block) => block.look === look).map(({ name }) => name)),
    ];
    expect(named('wind').sort()).toEqual(['wind 20 turns', 'wind 40 turns']);
    expect(named('trial').sort()).toContain('try 1 cell · 20 turns');
    // Two cells on twenty turns must not be switched on.
    expect(named('trial')).toHaveLength(3);
  });

  it('changes the minutes of a step by its edge on the timeline', async () => {
    const { store } = await openInvestigation();
    const { host } = await pageOf(LessonAlone);
    const edge = host.querySelector('[aria-label="End of the introduction"]')!;
    edge.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowRight', bubbles: true }));
    expect(store.plan().value().lesson?.minutes.introduce).toBe(5.5);
    const limit = host.querySelector('[aria-label="End of the time there is"]')!;
    limit.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowLeft', bubbles: true }));
    expect(store.plan().value().lesson?.length).toBe(59.5);
  });

  it('keeps what is predicted when only the lesson changes', async () => {
    const { store } = await openInvestigation();
    const before = store.cases();
    store.plan().edit((plan) => ({ ...plan, lesson: { ...USUAL_LESSON, length: 45 } }));
    expect(store.cases()).toBe(before);
    store.plan().edit((plan) => ({ ...plan, traySize: 61 }));
    expect(store.cases()).not.toBe(before);
  });

  it('writes an entry for a calendar', async () => {
    const text = await calendarOf({
      title: 'How many turns?',
      begins: new Date(2026, 10, 30, 9, 15),
      minutes: 50,
      description: 'Tuesday club',
    });
    expect(text).toMatch(/^BEGIN:VCALENDAR\r\nVERSION:2\.0\r\n/);
    expect(text).toContain('DTSTART:20261130T091500\r\n');
    expect(text).toContain('DTEND:20261130T100500\r\n');
    expect(text).toContain('SUMMARY:How many turns?\r\n');
  });
});

describe('the kit', () => {
  it('says for each coil what to cut and how to wind it', async () => {
    await openInvestigation();
    const { rowsUnder } = await pageOf(KitAlone);
    const rows = rowsUnder('Wire to cut');
    expect(rows.map(([name, turns, , pieces]) => [name, turns, pieces])).toEqual([
      ['10 turns', '10', '2'],
      ['20 turns', '20', '2'],
      ['40 turns', '40', '2'],
    ]);
  });

  it('says beside a level that cannot be wound why, and goes on', async () => {
    const levels = ['0.25 m', '2 m'].map((value, i) => ({ id: idOf(1 + i), value }));
    await openInvestigation({ plan: examplePlan(idOf, { factor: 'wire-length', levels }) });
    const { rowsUnder } = await pageOf(KitAlone);
    const rows = rowsUnder('Wire to cut');
    expect(rows.find(([name]) => name === '0.25 m')![1]).toMatch(/not even one turn/);
    expect(rows.find(([name]) => name === '2 m')).toHaveLength(6);
  });

  it('tells what the shelf has too little of, the tenth to spare included', async () => {
    const reel = newShelfItem('reel');
    const id = idOf(70);
    const design = newDesign();
    const item = { ...reel, name: 'Copper reel', reel: { ...reel.reel!, length: '1 m' } };
    const drawn = { ...design, wire: { ...design.wire, shelf: id } };
    await openInvestigation({ design: { id: idOf(901), version: 1, design: drawn } }, [
      { id, version: 1, demo: false, item },
    ]);
    const { texts } = await pageOf(KitAlone);
    const short = texts('nab-notice').filter((text) => text.includes('Not enough on the shelf'));
    expect(short).toHaveLength(1);
    expect(short[0]).toMatch(/“Copper reel” has 1\.0 m, the class needs \d+\.\d m/);
  });

  it('is another for another experiment', async () => {
    const plan = examplePlan(idOf, {
      experiment: 'shell-magnet',
      factor: 'cells-in-series',
      measure: 'load-held',
      levels: ['2 cells', '4 cells'].map((value, i) => ({ id: idOf(1 + i), value })),
    });
    await openInvestigation({ plan, design: { id: idOf(901), version: 1, design: newShell() } });
    const { rowsUnder } = await pageOf(KitAlone);
    const kit = rowsUnder('Kit').map(([name]) => name!);
    expect(kit[0]).toMatch(/^Steel cup/);
    expect(kit.some((name) => name.startsWith('Weights'))).toBe(true);
    expect(kit.some((name) => name.includes('tray'))).toBe(false);
  });
});
