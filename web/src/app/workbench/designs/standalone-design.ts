import { computed, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import {
  DOCUMENTS,
  experimentDocumentSchema,
  type ExperimentDocument,
} from '@nab/contract/experiments';
import type { VersionedDesign } from '@nab/contract/lesson';
import type { ExperimentId } from '@nab/core/experiments';
import { catchError, EMPTY, map, type Observable, of, Subject, switchMap, throwError } from 'rxjs';
import { v4 as uuid } from 'uuid';
import type { Schema } from 'yup';
import { Server, ServerRefusal, faultWords } from '../../platform/server';
import { SavedDocument } from '../../platform/saving';

const toVersioned = ({ version, design }: VersionedDesign) => ({ version, value: design });

/**
 * A design outside any investigation, kept in the database against its version like every other. Unless another is asked for, the one that was changed last is opened;
 * without any, one is begun.
 */
@Injectable()
export class StandaloneDesign {
  private readonly server = inject(Server);
  private readonly documentSignal = signal<SavedDocument<ExperimentDocument> | null>(null);
  private readonly faultSignal = signal('');
  private readonly idSignal = signal('');
  private readonly opened = new Subject<{
    readonly experiment: ExperimentId;
    readonly which: string | undefined;
    readonly before: () => ExperimentDocument | null;
  }>();

  /** Null until it was read. */
  readonly document = this.documentSignal.asReadonly();
  readonly id = this.idSignal.asReadonly();
  readonly fault = this.faultSignal.asReadonly();
  readonly documents = computed(() => {
    const document = this.documentSignal();
    return document ? [document] : [];
  });

  constructor() {
    // Opening another design cancels the request for the one before.
    this.opened
      .pipe(
        switchMap(({ experiment, which, before }) =>
          this.read(experiment, which).pipe(
            map(
              (stored): VersionedDesign =>
                stored ?? {
                  id: which === undefined || which === 'new' ? uuid() : which,
                  version: 0,
                  design: (which === undefined && before()) || DOCUMENTS[experiment].fresh(),
                },
            ),
            catchError((error: unknown) => {
              this.faultSignal.set(faultWords(error));
              return EMPTY;
            }),
          ),
        ),
        takeUntilDestroyed(),
      )
      .subscribe((stored) => {
        this.close();
        this.show(stored);
      });
  }

  /**
   * @param which id of the design, `new` for a fresh one, or nothing for the one changed last.
   * @param before what this browser kept of the kind before designs stood in the database.
   */
  open(
    experiment: ExperimentId,
    which?: string,
    before: () => ExperimentDocument | null = () => null,
  ): void {
    if (which !== undefined && which === this.idSignal()) return;
    this.opened.next({ experiment, which, before });
  }

  close(): void {
    this.documentSignal()?.close();
  }

  /** What is stored, or null when it is to be begun. */
  private read(experiment: ExperimentId, which?: string): Observable<VersionedDesign | null> {
    if (which === 'new') return of(null);
    if (which === undefined) {
      return this.server
        .designs(experiment)
        .pipe(switchMap(([last]) => (last ? this.server.design(last.id) : of(null))));
    }
    return this.server.design(which).pipe(
      catchError((error: unknown) =>
        // Begun under this id, and nothing was changed before the page was opened again.
        error instanceof ServerRefusal && error.problem.code === 'NOT_FOUND'
          ? of(null)
          : throwError(() => error),
      ),
    );
  }

  private show(stored: VersionedDesign): void {
    const { id } = stored;
    this.faultSignal.set('');
    this.idSignal.set(id);
    this.documentSignal.set(
      new SavedDocument<ExperimentDocument>({
        key: `design:${id}`,
        schema: experimentDocumentSchema as unknown as Schema<ExperimentDocument>,
        initial: toVersioned(stored),
        send: ({ version, value }) =>
          this.server
            .updateDesign(id, { version, design: value, actor: 'educator' })
            .pipe(map(toVersioned)),
        currentOf: (current) => toVersioned(current as VersionedDesign),
      }),
    );
    void this.documentSignal()?.restoreDraft();
  }
}
