import { TestBed } from '@angular/core/testing';
import { newDesign } from '@nab/contract/experiments';
import type { DesignUpdate, Investigation, Plan, PlanUpdate, Reading } from '@nab/contract/lesson';
import type { VersionedShelfItem } from '@nab/contract/shelf';
import { LessonService } from '../src/app/investigation';
import { provideRouter } from '@angular/router';
import { examplePlan, idOf } from '@nab/contract/testing';
import { defer, of } from 'rxjs';
import { InvestigationStore } from '../src/app/investigation';
import { judge } from '../src/app/investigation/judgement';
import { Server } from '../src/app/platform/server';

/** A server that answers at once and keeps what it is sent. */
export class FakeServer {
  readonly plans: Plan[] = [];
  readonly readings: Reading[] = [];
  constructor(
    private stored: Investigation,
    private readonly shelved: readonly VersionedShelfItem[],
  ) {}

  investigation = () => of(this.stored);
  shelf = () => of([...this.shelved]);
  classes = () => of([]);
  put = (path: string, body: object) => {
    const stored = { ...body, id: path.split('/').pop()!, receivedAt: new Date().toISOString() };
    if (path.startsWith('/api/readings/')) this.readings.push(stored as Reading);
    return of(stored);
  };
  updateDesign = (id: string, { version, design }: DesignUpdate) =>
    of({ id, version: version + 1, design });
  updatePlan = (_id: string, { version, plan }: PlanUpdate) => {
    this.plans.push(plan);
    this.stored = { ...this.stored, version: version + 1, plan };
    return of(this.stored);
  };
}

/**
 * The store of an investigation that is open, for the components that stand on it. The judgement is
 * computed here instead of in a worker, by the same function.
 */
export async function openInvestigation(
  change: Partial<Investigation> = {},
  shelf: readonly VersionedShelfItem[] = [],
): Promise<{ store: InvestigationStore; server: FakeServer }> {
  const server = new FakeServer(
    {
      id: idOf(900),
      version: 1,
      demo: false,
      rehearsalOf: null,
      polls: [],
      asOf: '0',
      plan: examplePlan(),
      design: { id: idOf(901), version: 1, design: newDesign() },
      predictions: [],
      readings: [],
      ...change,
    },
    shelf,
  );
  const lessons = {
    judge: (...asked: Parameters<typeof judge>) => defer(() => of(judge(...asked))),
  };
  TestBed.configureTestingModule({
    providers: [
      InvestigationStore,
      provideRouter([]),
      { provide: Server, useValue: server },
      { provide: LessonService, useValue: lessons },
    ],
  });
  const store = TestBed.inject(InvestigationStore);
  store.open(idOf(900));
  return { store, server };
}
