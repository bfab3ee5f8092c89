import { TestBed } from '@angular/core/testing';
import type { PollBody } from '@nab/contract/lesson';
import { idOf } from '@nab/contract/testing';
import { of, throwError } from 'rxjs';
import { beforeEach, describe, expect, it } from 'vitest';
import { openInvestigation } from '../../../../testing/open-investigation';
import { ServerAway } from '../../platform/server';
import { AskAudience, type Voted } from './ask-audience';

const QUESTION = {
  question: 'Will it hold 5 kg?',
  choices: [
    { value: 1, name: 'It will hold' },
    { value: 0, name: 'It will drop' },
  ],
};

describe('the vote of an audience', () => {
  let sent: PollBody[];
  let away: boolean;
  let telephones: number[];

  beforeEach(() => {
    sent = [];
    away = false;
    telephones = [0, 0];
  });

  async function ask(polls: readonly object[] = []) {
    const { server, store } = await openInvestigation({ polls: polls as never });
    Object.assign(server, {
      writePoll: (id: string, body: PollBody) => {
        if (away) return throwError(() => new ServerAway('no network'));
        sent.push(body);
        return of({ ...body, id, telephones });
      },
      poll: () => of({ ...sent.at(-1), id: idOf(1), telephones }),
    });
    const fixture = TestBed.createComponent(AskAudience);
    fixture.componentRef.setInput('asked', QUESTION);
    fixture.componentRef.setInput('at', { levelId: idOf(1), seriesId: null, name: '10 turns' });
    const closed: Voted[] = [];
    fixture.componentInstance.closed.subscribe((voted) => closed.push(voted));
    await fixture.whenStable();
    const host = fixture.nativeElement as HTMLElement;
    const press = async (words: RegExp) => {
      await expect.poll(() => host.textContent).toMatch(new RegExp(words.source.replace('^', '')));
      [...host.querySelectorAll('button')]
        .find((one) => words.test(one.textContent.trim()))!
        .click();
      await fixture.whenStable();
    };
    const raise = async (at: number, hands: number) => {
      const box = host.querySelectorAll<HTMLInputElement>('nz-input-number input')[at]!;
      box.value = String(hands);
      box.dispatchEvent(new Event('input'));
      box.dispatchEvent(new Event('blur'));
      await fixture.whenStable();
    };
    return { host, press, raise, closed, store };
  }

  it('counts hands, and closes with what most said', async () => {
    const { press, raise, closed, host, store } = await ask();
    await press(/Ask the audience/);
    expect(sent[0]).toMatchObject({ levelId: idOf(1), hands: [0, 0], closedAt: null });
    expect(sent[0]).not.toHaveProperty('name');
    await raise(0, 4);
    await raise(1, 9);
    await expect.poll(() => sent.at(-1)!.hands).toEqual([4, 9]);
    telephones = [1, 2];
    await press(/^Close the vote: 13 voted/);
    await expect.poll(() => closed.length).toBe(1);
    expect(closed[0]).toMatchObject({ most: 0, votes: 16 });
    expect(sent.at(-1)!.closedAt).not.toBeNull();
    expect(store.polls().at(-1)).toMatchObject({ hands: [4, 9], telephones: [1, 2] });
    await expect.poll(() => host.textContent).toContain('Ask the audience');
  });

  it('of nobody is closed without a prediction', async () => {
    const { press, closed } = await ask();
    await press(/Ask the audience/);
    await press(/Go on without a vote/);
    await expect.poll(() => sent.at(-1)!.closedAt).not.toBeNull();
    expect(closed).toEqual([]);
  });

  it('keeps counted hands while the server is away, and closes once it is back', async () => {
    const { press, raise, closed, host } = await ask();
    await press(/Ask the audience/);
    away = true;
    await raise(0, 7);
    await expect.poll(() => host.textContent).toContain('The server is away');
    await press(/^Close the vote: 7 voted/);
    expect(closed).toEqual([]);
    away = false;
    await press(/^Close the vote: 7 voted/);
    await expect.poll(() => closed.length).toBe(1);
    expect(sent.at(-1)!.hands).toEqual([7, 0]);
  });

  it('is not opened without a server, and says so', async () => {
    away = true;
    const { press, host } = await ask();
    await press(/Ask the audience/);
    await expect.poll(() => host.textContent).toContain('The server is away');
    expect(host.textContent).toContain('Ask the audience');
  });

  it('goes on after a reload', async () => {
    const open = {
      ...QUESTION,
      id: idOf(7),
      levelId: idOf(1),
      seriesId: null,
      hands: [2, 3],
      telephones: [1, 0],
      openedAt: '2026-11-26T09:00:00.000Z',
      closedAt: null,
      actor: 'educator',
    };
    const { host } = await ask([open]);
    await expect.poll(() => host.textContent).toContain('Close the vote: 6 voted');
  });
});
