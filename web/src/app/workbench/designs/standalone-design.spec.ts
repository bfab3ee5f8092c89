import { TestBed } from '@angular/core/testing';
import { newDesign } from '@nab/contract/experiments';
import type { DesignSummary, VersionedDesign } from '@nab/contract/lesson';
import { idOf } from '@nab/contract/testing';
import { Observable, of, throwError } from 'rxjs';
import { afterEach, describe, expect, it } from 'vitest';
import { Server, ServerAway, ServerRefusal } from '../../platform/server';
import { StandaloneDesign } from './standalone-design';

const named = (n: number, name: string): VersionedDesign => ({
  id: idOf(n),
  version: 3,
  design: { ...newDesign(), name },
});

/** A server with some kept designs, the last changed first. */
function standing(kept: readonly VersionedDesign[], away = false): StandaloneDesign {
  const missing = new ServerRefusal({
    type: 'urn:nab:problem:NOT_FOUND',
    title: 'Not found',
    status: 404,
    code: 'NOT_FOUND',
  } as never);
  const server = {
    designs: () =>
      away
        ? throwError(() => new ServerAway('away'))
        : of(kept.map(({ id }) => ({ id }) as DesignSummary)),
    design: (id: string) => {
      const found = kept.find((one) => one.id === id);
      return found ? of(found) : throwError(() => missing);
    },
  };
  TestBed.configureTestingModule({
    providers: [StandaloneDesign, { provide: Server, useValue: server }],
  });
  return TestBed.inject(StandaloneDesign);
}
const nameOf = (one: StandaloneDesign): string | undefined => one.document()?.value().name;

describe('a design that stands by itself', () => {
  afterEach(() => TestBed.inject(StandaloneDesign).close());

  it('is the one changed last, unless another is asked for', async () => {
    const one = standing([named(1, 'Last'), named(2, 'Before')]);
    one.open('straight-magnet');
    expect(nameOf(one)).toBe('Last');
    one.open('straight-magnet', idOf(2));
    expect(nameOf(one)).toBe('Before');
    expect(one.id()).toBe(idOf(2));
  });

  it('is begun afresh when a new one is wanted, with an id of its own', async () => {
    const one = standing([named(1, 'Last')]);
    one.open('straight-magnet', 'new');
    expect(nameOf(one)).toBe(newDesign().name);
    expect(one.id()).not.toBe(idOf(1));
    expect(one.id()).toMatch(/^[0-9a-f-]{36}$/);
  });

  it('is found again under the id it was begun with, before anything was changed', async () => {
    const one = standing([]);
    one.open('straight-magnet', idOf(7));
    expect(one.id()).toBe(idOf(7));
    expect(nameOf(one)).toBe(newDesign().name);
    expect(one.fault()).toBe('');
  });

  it('takes over what this browser kept before, where nothing is stored', async () => {
    const one = standing([]);
    one.open('straight-magnet', undefined, () => ({ ...newDesign(), name: 'From before' }));
    expect(nameOf(one)).toBe('From before');
  });

  it('says so when the server cannot be reached', async () => {
    const one = standing([], true);
    one.open('straight-magnet');
    expect(one.document()).toBeNull();
    expect(one.fault()).toMatch(/cannot be reached/);
  });

  it('cancels the request for the one that was asked for before', () => {
    const cancelled: string[] = [];
    const server = {
      design: (id: string) =>
        id === idOf(1) ? new Observable(() => () => cancelled.push(id)) : of(named(2, 'Second')),
    };
    TestBed.configureTestingModule({
      providers: [StandaloneDesign, { provide: Server, useValue: server }],
    });
    const one = TestBed.inject(StandaloneDesign);
    one.open('straight-magnet', idOf(1));
    one.open('straight-magnet', idOf(2));
    expect(cancelled).toEqual([idOf(1)]);
    expect(nameOf(one)).toBe('Second');
  });
});
