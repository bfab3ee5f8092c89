import { newDesign, newShelfItem, newShell } from '@nab/contract';
import { examplePlan, idOf } from '@nab/contract/testing';
import { describe, expect, it } from 'vitest';
import { openInvestigation } from '../../../testing/open-investigation';
import { pageOf } from '../../../testing/page';
import { PreparePage } from './prepare';

describe('the page to prepare a lesson', () => {
  it('says for each level what to cut and how to wind it', async () => {
    await openInvestigation();
    const { rowsUnder, texts } = await pageOf(PreparePage);
    const rows = rowsUnder('Wire to cut');
    expect(rows.map(([name, turns]) => [name, turns])).toEqual([
      ['10 turns', '10'],
      ['20 turns', '20'],
      ['40 turns', '40'],
    ]);
    const metres = (text: string | undefined): number =>
      parseFloat(text!) * (text!.endsWith('cm') ? 0.01 : 1);
    for (const row of rows) expect(metres(row[3]) / metres(row[2])).toBeCloseTo(2, 1);
    expect(texts('tfoot').join(' ')).toMatch(/a tenth spare/);
    expect(texts('.nab-hint').join(' ')).toMatch(/Wind between 0 mm and 90 mm|Wind between/);
  });

  it('says beside a level that cannot be wound why, and goes on', async () => {
    const levels = ['0.25 m', '2 m'].map((value, i) => ({ id: idOf(1 + i), value }));
    await openInvestigation({ plan: examplePlan(idOf, { factor: 'wire-length', levels }) });
    const { rowsUnder } = await pageOf(PreparePage);
    const [short, long] = rowsUnder('Wire to cut');
    expect(short).toHaveLength(2);
    expect(short![1]).toMatch(/not even one turn/);
    expect(long).toHaveLength(7);
  });

  it('tells what the shelf has too little of, the tenth to spare included', async () => {
    const reel = newShelfItem('reel');
    const id = idOf(70);
    const design = newDesign();
    await openInvestigation(
      {
        design: {
          id: idOf(901),
          version: 1,
          design: { ...design, wire: { ...design.wire, shelf: id } },
        },
      },
      [
        {
          id,
          version: 1,
          demo: false,
          item: { ...reel, name: 'Copper reel', reel: { ...reel.reel!, length: '1 m' } },
        },
      ],
    );
    const { texts } = await pageOf(PreparePage);
    const short = texts('nab-notice').filter((text) => text.includes('Not enough on the shelf'));
    expect(short).toHaveLength(1);
    expect(short[0]).toMatch(/“Copper reel” has 1\.0 m, the class needs \d+\.\d m/);
  });

  it('has another kit for another experiment', async () => {
    const plan = examplePlan(idOf, {
      experiment: 'shell-magnet',
      factor: 'cells-in-series',
      measure: 'load-held',
      levels: ['2 cells', '4 cells'].map((value, i) => ({ id: idOf(1 + i), value })),
    });
    await openInvestigation({ plan, design: { id: idOf(901), version: 1, design: newShell() } });
    const { rowsUnder } = await pageOf(PreparePage);
    const kit = rowsUnder('Kit').map(([name]) => name!);
    expect(kit[0]).toMatch(/^Steel cup/);
    expect(kit.some((name) => name.startsWith('Weights'))).toBe(true);
    expect(kit.some((name) => name.includes('tray'))).toBe(false);
  });
});
