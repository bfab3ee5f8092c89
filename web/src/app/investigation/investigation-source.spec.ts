import { Injector, runInInjectionContext } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { newDesign } from '@nab/contract/experiments';
import type { Investigation } from '@nab/contract/lesson';
import { examplePlan, idOf } from '@nab/contract/testing';
import { Observable, of, throwError } from 'rxjs';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { benchDatabase } from '../platform/saving/bench-database';
import { Server, ServerAway, ServerRefusal } from '../platform/server';
import { InvestigationSource } from './investigation-source';

const named = (n: number): Investigation => ({
  id: idOf(n),
  version: 1,
  demo: false,
  rehearsalOf: null,
  polls: [],
  asOf: '0',
  plan: examplePlan(),
  design: { id: idOf(n + 50), version: 1, design: newDesign() },
  predictions: [],
  readings: [],
});

function sourceOf(investigation: (id: string) => Observable<Investigation>): InvestigationSource {
  TestBed.configureTestingModule({
    providers: [{ provide: Server, useValue: { investigation, put: () => of({}) } }],
  });
  return runInInjectionContext(TestBed.inject(Injector), () => new InvestigationSource());
}

beforeEach(() => benchDatabase.snapshots.clear());

describe('opening an investigation', () => {
  it('cancels the request for the one that was opened before', () => {
    const cancelled: string[] = [];
    const source = sourceOf((id) =>
      id === idOf(1) ? new Observable(() => () => cancelled.push(id)) : of(named(2)),
    );
    source.open(idOf(1));
    expect(source.load()).toBe('loading');
    source.open(idOf(2));
    expect(cancelled).toEqual([idOf(1)]);
    expect(source.load()).toBe('ready');
    expect(source.base()?.id).toBe(idOf(2));
  });

  it('finds one after another could not be opened', () => {
    const missing = new ServerRefusal({ status: 404, code: 'NOT_FOUND', title: 'x' } as never);
    const source = sourceOf((id) => (id === idOf(1) ? throwError(() => missing) : of(named(2))));
    source.open(idOf(1));
    expect(source.load()).toBe('missing');
    source.open(idOf(2));
    expect(source.load()).toBe('ready');
  });

  it('shows what this browser saw last while the server is away, and says so where it saw none', async () => {
    await benchDatabase.snapshots.put(named(1));
    const source = sourceOf(() => throwError(() => new ServerAway('away')));
    source.open(idOf(1));
    await vi.waitFor(() => expect(source.load()).toBe('ready'));
    expect(source.base()?.id).toBe(idOf(1));
    source.open(idOf(2));
    await vi.waitFor(() => expect(source.load()).toBe('away'));
  });
});
