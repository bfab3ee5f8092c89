import { counted, exampleReading, idOf } from '@nab/contract/testing';
import { describe, expect, it } from 'vitest';
import { openInvestigation } from '../../../../testing/open-investigation';
import { pageOf } from '../../../../testing/page';
import { TestBed } from '@angular/core/testing';
import { ChartPart, type ChartMode } from './chart-part';
import { FindingsChart } from './findings-chart';

/** Two groups, three readings each at 10, 20 and 40 turns: 2, 4 and 8, and one more or less. */
const READINGS = [2, 4, 8].flatMap((count, level) =>
  [-1, 0, 1].flatMap((by, i) =>
    [20, 21].map((group) =>
      exampleReading({
        id: idOf(100 + 10 * level + 3 * (group - 20) + i),
        levelId: idOf(1 + level),
        groupId: idOf(group),
        outcome: counted(count + by),
      }),
    ),
  ),
);

const chartFor = async (mode: ChartMode) => {
  TestBed.configureTestingModule({ providers: [FindingsChart] });
  await openInvestigation({ readings: READINGS });
  return pageOf(ChartPart, { mode });
};

describe('the chart of findings', () => {
  it('says how far one’s own line is off, and only then shows the best one', async () => {
    const { press, texts, host } = await chartFor('hand');
    const fitted = (): number =>
      [...host.querySelectorAll('text')].filter((one) => one.textContent?.startsWith('Best'))
        .length;
    expect(fitted()).toBe(1);
    await press('Draw your own line');
    expect(fitted()).toBe(0);
    // Level at half the highest reading: off by the root mean square about 4.5.
    expect(texts('.own').join(' ')).toMatch(/Your line: read = 0 × turns \+ 4\.5/);
    await press('Show the best-fit line');
    expect(fitted()).toBe(1);
    // Off 4.5: squares of 2.5, 0.5, 3.5 and the ±1 beside them; off the line: the ±1 alone.
    const off = Math.sqrt((2.5 ** 2 + 0.5 ** 2 + 3.5 ** 2) / 3 + 2 / 3).toFixed(1);
    expect(texts('.own').join(' ')).toContain(
      `RMS error: your line ${off} objects, best-fit line 0.82 objects`,
    );
  });

  it('moves its ends by keys, and reads rise and run', async () => {
    const { press, texts, host, settle } = await chartFor('hand');
    await press('Draw your own line');
    const handle = host.querySelector<SVGGElement>(
      '[aria-label="Your line at the highest level"]',
    )!;
    const before = Number(handle.getAttribute('aria-valuenow'));
    handle.dispatchEvent(new KeyboardEvent('keydown', { key: 'PageUp', bubbles: true }));
    await settle();
    const after = Number(handle.getAttribute('aria-valuenow'));
    expect(after).toBeGreaterThan(before);
    expect(texts('.own').join(' ')).toMatch(/slope = rise ÷ run = .* ÷ 30 = /);
  });

  it('reads between the points with the interval of a further reading', async () => {
    const { press, texts, host, settle } = await chartFor('hand');
    await press('Read off the curve');
    // In the middle, at 25: 0.2 × 25 = 5.
    expect(texts('.own').join(' ')).toMatch(
      /^At 25 turns the curve gives 5 objects \(95 % prediction interval /,
    );
    expect(texts('.own').join(' ')).not.toMatch(/outside the levels tested/);
    const handle = host.querySelector<SVGGElement>('[aria-label="Read at"]')!;
    for (let i = 0; i < 2; i++) {
      handle.dispatchEvent(new KeyboardEvent('keydown', { key: 'PageUp', bubbles: true }));
    }
    await settle();
    expect(texts('.own').join(' ')).toMatch(/outside the levels tested/);
  });

  it('goes from trial to trial by keys, and says each', async () => {
    const { host, settle } = await chartFor('answer');
    const cursor = host.querySelector<SVGGElement>('[aria-label="Trials, one by one"]')!;
    const press = async (key: string): Promise<string | null> => {
      cursor.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
      await settle();
      return cursor.getAttribute('aria-valuetext');
    };
    expect(cursor.getAttribute('aria-valuemax')).toBe('18');
    expect(cursor.getAttribute('aria-valuetext')).toBe('Limpets: 1 at 10 turns');
    expect(await press('ArrowRight')).toBe('Limpets: 2 at 10 turns');
    expect(await press('End')).toBe('Terns: 9 at 40 turns');
    expect(await press('ArrowRight')).toBe('Terns: 9 at 40 turns');
    expect(await press('Home')).toBe('Limpets: 1 at 10 turns');
  });

  it('is looked at more closely by keys and buttons, and what is chosen stays in view', async () => {
    const { host, press, settle } = await chartFor('answer');
    const cursor = host.querySelector<SVGGElement>('[aria-label="Trials, one by one"]')!;
    const key = async (one: string): Promise<void> => {
      cursor.dispatchEvent(new KeyboardEvent('keydown', { key: one, bubbles: true }));
      await settle();
    };
    const ticks = (): string[] =>
      [...host.querySelectorAll('nab-trial-chart tspan')].map((one) => one.textContent ?? '');
    const whole = ticks();
    await press('Closer');
    expect(ticks()).not.toEqual(whole);
    await key('+');
    await key('End');
    const [, x, y] = /translate\(([\d.]+),([\d.]+)\)/.exec(cursor.getAttribute('transform')!)!;
    expect(Number(x)).toBeGreaterThan(66);
    expect(Number(x)).toBeLessThan(700);
    expect(Number(y)).toBeGreaterThan(18);
    expect(Number(y)).toBeLessThan(402);
    await press('All of it');
    expect(ticks()).toEqual(whole);
    expect(host.textContent).not.toContain('Farther');
  });

  it('shows the band as first said and as this class has taught it', async () => {
    const { host, settle } = await chartFor('shape');
    const labels = (): string[] =>
      [...host.querySelectorAll('nab-trial-chart text')].map((one) => one.textContent ?? '');
    expect(labels()).toContain('as learnt here');
    expect(labels()).toContain('Nab’s prediction');
    const choose = async (text: string): Promise<void> => {
      [...host.querySelectorAll<HTMLElement>('[aria-label="Nab’s band"] label')]
        .find((one) => one.textContent?.trim() === text)!
        .click();
      await settle();
    };
    await choose('As first said');
    expect(labels()).not.toContain('as learnt here');
    await choose('As learnt');
    expect(labels()).toContain('as learnt here');
    expect(labels()).not.toContain('Nab’s prediction');
  });
});
