import { TestBed } from '@angular/core/testing';
import { newDesign, type Investigation, type Plan, type PlanUpdate } from '@nab/contract';
import { examplePlan, idOf } from '@nab/contract/testing';
import { defer, of } from 'rxjs';
import { InvestigationStore } from '../src/app/investigation';
import { LessonService } from '../src/app/lesson';
import { judge } from '../src/app/lesson/judgement';
import { Server } from '../src/app/server';

/** A server that answers at once and keeps what it is sent. */
export class FakeServer {
  readonly plans: Plan[] = [];
  constructor(private stored: Investigation) {}

  investigation = () => of(this.stored);
  shelf = () => of([]);
  classes = () => of([]);
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
): Promise<{ store: InvestigationStore; server: FakeServer }> {
  const server = new FakeServer({
    id: idOf(900),
    version: 1,
    demo: false,
    plan: examplePlan(),
    design: { id: idOf(901), version: 1, design: newDesign() },
    predictions: [],
    readings: [],
    ...change,
  });
  const lessons = {
    judge: (...asked: Parameters<typeof judge>) => defer(() => of(judge(...asked))),
  };
  TestBed.configureTestingModule({
    providers: [
      InvestigationStore,
      { provide: Server, useValue: server },
      { provide: LessonService, useValue: lessons },
    ],
  });
  const store = TestBed.inject(InvestigationStore);
  await store.open(idOf(900));
  return { store, server };
}
