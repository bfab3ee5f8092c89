import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { By } from '@angular/platform-browser';
import { describe, expect, it } from 'vitest';
import { DraftSync, Outbox } from '../../platform/saving';
import { Shell } from '../../platform/service-worker';
import { SaveStatus } from './save-status';
import { StateMark } from './state-mark';

interface Box {
  readonly pending?: readonly { readonly refusal?: string }[];
  readonly saving?: boolean;
  readonly away?: boolean;
  readonly signedOut?: boolean;
  readonly unsaved?: string | null;
  readonly storage?: string;
  readonly unplaced?: readonly { readonly why: string }[];
  /** Changes whose page was left. */
  readonly left?: readonly { readonly stale?: boolean }[];
  /** Why this browser cannot open Nab without the server. */
  readonly bound?: string | null;
  readonly newer?: boolean;
}

/** What the status says over an outbox, and what can be pressed beside it. */
async function said({
  pending = [],
  saving = false,
  away = false,
  signedOut = false,
  unsaved = null,
  storage = 'kept',
  unplaced = [],
  left = [],
  bound = null,
  newer = false,
}: Box): Promise<{ text: string; green: boolean; buttons: string[] }> {
  const outbox = Object.fromEntries(
    Object.entries({ pending, saving, away, signedOut, unsaved, storage, unplaced }).map(
      ([key, value]) => [key, signal(value)],
    ),
  );
  TestBed.resetTestingModule();
  TestBed.configureTestingModule({
    providers: [
      { provide: Outbox, useValue: outbox },
      { provide: DraftSync, useValue: { waiting: signal(left) } },
      { provide: Shell, useValue: { bound: signal(bound), newer: signal(newer) } },
    ],
  });
  const fixture = TestBed.createComponent(SaveStatus);
  await fixture.whenStable();
  const host = fixture.nativeElement as HTMLElement;
  const mark = fixture.debugElement.query(By.directive(StateMark)).componentInstance as StateMark;
  return {
    text: host.querySelector('[role=status]')!.textContent!.trim(),
    green: mark.state() === 'rest',
    buttons: [...host.querySelectorAll('button')].map((one) => one.textContent!.trim()),
  };
}

describe('what is said about saving', () => {
  it('is “Saved” only where everything is at the server and the browser keeps what is typed next', async () => {
    for (const storage of ['kept', 'durable']) {
      expect(await said({ storage })).toEqual({ text: 'Saved', green: true, buttons: [] });
    }
  });

  const notGreen: [string, Box, RegExp, string[]][] = [
    ['nothing is kept here', { storage: 'nothing' }, /keeps nothing/, []],
    ['the last reading is nowhere', { unsaved: 'full' }, /Not saved anywhere/, []],
    ['one is being written', { saving: true }, /Saving/, []],
    ['one is on its way', { pending: [{}] }, /Saving/, []],
    ['the server is away', { pending: [{}], away: true }, /1 kept on this device/, ['Save a copy']],
    [
      'the tablet was let go',
      { pending: [{}, {}], signedOut: true },
      /Join again: 2 kept/,
      ['Save a copy'],
    ],
    [
      'one was refused',
      { pending: [{ refusal: 'Stored before.' }] },
      /Refused, kept here: Stored before/,
      ['Try again', 'Save a copy'],
    ],
    ['a change of a page that was left waits', { left: [{}] }, /A change is kept/, []],
    ['it meets a newer one', { left: [{ stale: true }] }, /open its page to decide/, []],
    ['one has no place', { unplaced: [{ why: 'Its level is gone.' }] }, /1 with your educator/, []],
  ];
  it.each(notGreen)('is not “Saved” where %s', async (_what, box, text, buttons) => {
    const now = await said(box);
    expect(now.text).toMatch(text);
    expect(now.green).toBe(false);
    expect(now.buttons).toEqual(buttons);
  });

  it('warns of a reload while the server is away, where the browser cannot open Nab without it', async () => {
    const bound = 'it came without HTTPS';
    const waiting = await said({ pending: [{}], away: true, bound });
    expect(waiting.text).toBe(
      'Waiting for the server. 1 kept on this device. ' +
        'Do not reload Nab: it came without HTTPS.',
    );
    expect((await said({ bound })).text).toBe('Saved');
  });

  it('offers a newer Nab, and opens it only when asked', async () => {
    expect((await said({ newer: true })).buttons).toEqual(['Open the newer Nab']);
  });
});
