import { DestroyRef, inject, Injectable } from '@angular/core';
import type { ExperimentDocument } from '@nab/contract/experiments';
import type { Learnt, Plan } from '@nab/contract/lesson';
import type { Observable } from 'rxjs';
import { WorkerCalls } from '../platform/workers';
import type { LessonJudgement } from './judgement';
import type { LessonApi } from './lesson.worker';

/** A judgement takes less time than a new worker takes to load. */
const GRACE_MS = 400;

/** Judges plans in a worker, so that the screen stays live. */
@Injectable()
export class LessonService {
  private readonly calls = new WorkerCalls<LessonApi>(
    () => new Worker(new URL('./lesson.worker', import.meta.url), { type: 'module' }),
    GRACE_MS,
  );

  constructor() {
    inject(DestroyRef).onDestroy(() => this.calls.end());
  }

  judge(
    plan: Plan,
    document: ExperimentDocument,
    learnt: Learnt | null,
  ): Observable<LessonJudgement> {
    return this.calls.call((api) => api.judge(plan, document, learnt));
  }
}
