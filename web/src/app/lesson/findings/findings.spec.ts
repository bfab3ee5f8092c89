import { TestBed } from '@angular/core/testing';
import { counted, examplePlan, exampleReading, idOf } from '@nab/contract/testing';
import { describe, expect, it } from 'vitest';
import { openInvestigation } from '../../../../testing/open-investigation';
import { pageOf } from '../../../../testing/page';
import { FindingsPage } from './findings';

/** Readings of so many objects at the three levels, all of one group. */
const readingsOf = (...counts: number[][]) =>
  counts.flatMap((atLevel, level) =>
    atLevel.map((count, i) =>
      exampleReading({
        id: idOf(100 + 10 * level + i),
        levelId: idOf(1 + level),
        outcome: counted(count),
        recordedAt: `2026-10-07T09:${level}${i}:00.000Z`,
      }),
    ),
  );

describe('the page of findings', () => {
  it('says what it will be before there is a trial', async () => {
    await openInvestigation();
    const { texts } = await pageOf(FindingsPage);
    expect(texts('.empty').join(' ')).toMatch(/every trial will be a point/);
    expect(texts('table')).toEqual([]);
  });

  it('has the mean of every level, worked by hand', async () => {
    await openInvestigation({ readings: readingsOf([2, 4], [5, 7], [11, 13]) });
    const { openPart, rowsUnder } = await pageOf(FindingsPage);
    await openPart('Every trial');
    const rows = rowsUnder('Level by level');
    expect(rows.map(([name, trials, mean]) => [name, trials, mean])).toEqual([
      ['10 turns', '2', '3'],
      ['20 turns', '2', '6'],
      ['40 turns', '2', '12'],
    ]);
    // √2 of two readings two apart.
    for (const row of rows) expect(row[3]).toMatch(/^1\.4/);
  });

  it('writes the line through all trials with its slope', async () => {
    await openInvestigation({ readings: readingsOf([4, 4], [7, 7], [13, 13]) });
    const { openPart, texts } = await pageOf(FindingsPage);
    expect(texts('.nab-sentence')).toEqual(['Each extra turn lifts about 0.3 more objects.']);
    await openPart('Shape');
    expect(texts('.beside p')[0]).toMatch(/Best-fit line: read = 0\.3 × turns \+ 1 /);
    expect(texts('nab-reason-list li').join(' ')).toMatch(/Each extra turn adds about 0\.3/);
  });

  it('begins a conclusion with its numbers', async () => {
    await openInvestigation({ readings: readingsOf([4, 4], [7, 7], [13, 13]) });
    const { openPart, texts } = await pageOf(FindingsPage);
    await openPart('Conclusion');
    const words = texts('.conclusion dd');
    expect(words[0]).toMatch(
      /^The more turns, the more the magnet lifts: between 10 and 40 turns, each/,
    );
    expect(words[1]).toMatch(/^At 10 turns, mean 4 \(2 trials/);
  });

  it('draws no line through kinds, and says how to compare them', async () => {
    const levels = ['nail-steel', 'aluminium', 'wood'].map((value, i) => ({
      id: idOf(1 + i),
      value,
    }));
    await openInvestigation({
      plan: examplePlan(idOf, { factor: 'core-material', levels }),
      readings: readingsOf([9, 8], [0, 1], [1, 0]),
    });
    const { openPart, texts } = await pageOf(FindingsPage);
    expect(texts('[role=tab]')).not.toContain('By hand');
    await openPart('Shape');
    expect(texts('.beside').join(' ')).not.toMatch(/Best-fit line/);
    expect(texts('nab-reason-list li').join(' ')).toMatch(
      /The levels differ by more than their repeats vary/,
    );
  });

  it('marks trials that emptied the tray', async () => {
    await openInvestigation({ readings: readingsOf([3], [60], [60]) });
    const { host, settle, texts } = await pageOf(FindingsPage);
    [...host.querySelectorAll<HTMLElement>('[role=button]')]
      .find((one) => one.textContent?.includes('How sure we are'))!
      .click();
    await settle();
    expect(texts('nab-notice').join(' ')).toMatch(/2 trials are a lower limit/);
  });

  it('draws thousands of trials before it says what they mean, and says it then', async () => {
    const readings = Array.from({ length: 2001 }, (_, i) =>
      exampleReading({
        id: idOf(1000 + i),
        levelId: idOf(1 + (i % 3)),
        outcome: counted(3 * 2 ** (i % 3) + (Math.floor(i / 3) % 2)),
      }),
    );
    await openInvestigation({ readings });
    const fixture = TestBed.createComponent(FindingsPage);
    fixture.detectChanges();
    const host = fixture.nativeElement as HTMLElement;
    expect(host.querySelectorAll('[data-marks]').length).toBeGreaterThan(0);
    expect(host.querySelector('[role=status]')?.textContent).toMatch(/^Working out/);
    expect(host.querySelector('nab-answer-part')).toBeNull();
    await fixture.whenStable();
    expect(host.textContent).not.toContain('Working out');
    expect(host.querySelector('.nab-sentence')?.textContent).toMatch(/Each extra turn lifts/);
    expect(host.querySelectorAll('nab-answer-part dt').length).toBeGreaterThan(1);
  });
});
