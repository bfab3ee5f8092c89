import { computed, inject, Injectable, signal } from '@angular/core';
import {
  DOCUMENTS,
  experimentDocumentSchema,
  type ExperimentDocument,
} from '@nab/contract/experiments';
import type { VersionedDesign } from '@nab/contract/lesson';
import type { ExperimentId } from '@nab/core/experiments';
import { firstValueFrom, map } from 'rxjs';
import { v4 as uuid } from 'uuid';
import type { Schema } from 'yup';
import { Server, ServerRefusal, faultWords } from '../../platform/server';
import { SavedDocument } from '../../platform/saving';

const toVersioned = ({ version, design }: VersionedDesign) => ({ version, value: design });

/**
 * A design that stands by itself, beside the investigations: kept in the database against its
 * version like every other. Unless another is asked for, the one that was changed last is opened;
 * without any, one is begun.
 */
@Injectable()
export class StandaloneDesign {
  private readonly server = inject(Server);
  private readonly documentSignal = signal<SavedDocument<ExperimentDocument> | null>(null);
  private readonly faultSignal = signal('');
  private readonly idSignal = signal('');
  private opening = 0;

  /** Null until it was read. */
  readonly document = this.documentSignal.asReadonly();
  readonly id = this.idSignal.asReadonly();
  readonly fault = this.faultSignal.asReadonly();
  readonly documents = computed(() => {
    const document = this.documentSignal();
    return document ? [document] : [];
  });

  /**
   * @param which id of the design, `new` for a fresh one, or nothing for the one changed last.
   * @param before what this browser kept of the kind before designs stood in the database.
   */
  async open(
    experiment: ExperimentId,
    which?: string,
    before: () => ExperimentDocument | null = () => null,
  ): Promise<void> {
    if (which !== undefined && which === this.idSignal()) return;
    const turn = ++this.opening;
    try {
      const stored = await this.read(experiment, which);
      if (turn !== this.opening) return;
      this.close();
      this.show(
        stored ?? {
          id: which === undefined || which === 'new' ? uuid() : which,
          version: 0,
          design: (which === undefined && before()) || DOCUMENTS[experiment].fresh(),
        },
      );
    } catch (error) {
      this.faultSignal.set(faultWords(error));
    }
  }

  close(): void {
    this.documentSignal()?.close();
  }

  /** What is stored, or null when it is to be begun. */
  private async read(experiment: ExperimentId, which?: string): Promise<VersionedDesign | null> {
    if (which === 'new') return null;
    if (which === undefined) {
      const [last] = await firstValueFrom(this.server.designs(experiment));
      return last ? firstValueFrom(this.server.design(last.id)) : null;
    }
    try {
      return await firstValueFrom(this.server.design(which));
    } catch (error) {
      // Begun under this id, and nothing was changed before the page was opened again.
      if (error instanceof ServerRefusal && error.problem.code === 'NOT_FOUND') return null;
      throw error;
    }
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
