import { TestBed } from '@angular/core/testing';
import type { Caution, CautionCode } from '@nab/core/physics';
import { describe, expect, it } from 'vitest';
import { CautionLine } from './caution-line';
import { DecidingFigures } from './deciding-figures';
import type { Fact } from './fact';

const caution = (code: CautionCode, severity: Caution['severity'] = 'caution'): Caution => ({
  code,
  severity,
  ...(severity === 'stop' && { fuse_A: 15 }),
});

async function shown(...cautions: Caution[]) {
  const fixture = TestBed.createComponent(CautionLine);
  fixture.componentRef.setInput('cautions', cautions);
  await fixture.whenStable();
  const host = fixture.nativeElement as HTMLElement;
  const text = (selector: string): string =>
    (host.querySelector(selector)?.textContent ?? '').replace(/\s+/g, ' ').trim();
  const open = async (): Promise<void> => {
    host.querySelector<HTMLElement>('.ant-collapse-header')!.click();
    await fixture.whenStable();
  };
  return { host, text, open };
}

describe('the line of cautions', () => {
  it('says how many there are, and the gravest in words', async () => {
    const { text } = await shown(caution('wire-ends'), caution('hung-load'), caution('cells'));
    expect(text('.line')).toMatch(/3 cautions: A hung load drops when the current stops/);
  });

  it('counts one as one, and is not there without any', async () => {
    expect((await shown(caution('cells'))).text('.line')).toContain('1 caution:');
    const { host } = await shown();
    expect(host.querySelector('nz-collapse')).toBeNull();
    expect(host.querySelector('nab-notice')).toBeNull();
  });

  it('opens to all of them, the gravest first', async () => {
    const { host, open } = await shown(caution('wire-ends'), caution('near-short-circuit'));
    expect(host.querySelectorAll('nab-notice')).toHaveLength(0);
    await open();
    const said = [...host.querySelectorAll('nab-notice')].map((notice) => notice.textContent);
    expect(said).toHaveLength(2);
    expect(said[0]).toContain('nearly a short circuit');
  });

  it('never folds away what must stop somebody', async () => {
    const { host, text } = await shown(caution('cells'), caution('demonstration-only', 'stop'));
    const stop = host.querySelector('nab-notice[data-state=stop]');
    expect(stop?.textContent).toContain('Only an adult uses it');
    expect(stop?.textContent).toContain('Fuse for this coil: 15 A');
    expect(stop?.closest('nz-collapse')).toBeNull();
    expect(text('.line')).toContain('1 caution:');
  });
});

describe('the numbers that decide', () => {
  const fact = (name: string, value: string): Fact => ({
    name,
    value,
    formula: 'I = E ÷ R',
    inputs: ['E = 1.5 V'],
    source: 'Ohm’s law.',
  });

  it('stand with their names, and each asks for its own why, the button for all', async () => {
    const fixture = TestBed.createComponent(DecidingFigures);
    fixture.componentRef.setInput('facts', [fact('Current', '4 A'), fact('Wire', '1 m')]);
    const asked: string[] = [];
    fixture.componentInstance.asked.subscribe((name) => asked.push(name));
    await fixture.whenStable();
    const host = fixture.nativeElement as HTMLElement;
    const shown = [...host.querySelectorAll('nz-statistic')].map((one) =>
      one.textContent!.replace(/\s+/g, ' ').trim(),
    );
    expect(shown).toEqual(['Current 4 A', 'Wire 1 m']);
    for (const button of host.querySelectorAll('button')) button.click();
    expect(asked).toEqual(['Current', 'Wire', '']);
  });
});
