import { computed, inject, Injectable, signal } from '@angular/core';
import {
  DOCUMENTS,
  experimentDocumentSchema,
  type ExperimentDocument,
  type VersionedDesign,
} from '@nab/contract';
import type { ExperimentId } from '@nab/core';
import { firstValueFrom, map } from 'rxjs';
import { v4 as uuid } from 'uuid';
import type { Schema } from 'yup';
import { Server } from '../server';
import { SavedDocument } from '../saving';

const toVersioned = ({ version, design }: VersionedDesign) => ({ version, value: design });

/**
 * A design that stands by itself, beside the investigations: kept in the database against its
 * version like every other. The one that was changed last is opened; without any, one is begun.
 */
@Injectable()
export class StandingDesign {
  private readonly server = inject(Server);
  private readonly documentSignal = signal<SavedDocument<ExperimentDocument> | null>(null);
  private readonly faultSignal = signal('');

  /** Null until it was read. */
  readonly document = this.documentSignal.asReadonly();
  readonly fault = this.faultSignal.asReadonly();
  readonly documents = computed(() => {
    const document = this.documentSignal();
    return document ? [document] : [];
  });

  /** @param before what this browser kept of the kind before designs stood in the database. */
  async open(
    experiment: ExperimentId,
    before: () => ExperimentDocument | null = () => null,
  ): Promise<void> {
    try {
      const [last] = await firstValueFrom(this.server.designs(experiment));
      const stored = last ? await firstValueFrom(this.server.design(last.id)) : null;
      this.show(
        stored ?? { id: uuid(), version: 0, design: before() ?? DOCUMENTS[experiment].fresh() },
      );
    } catch {
      this.faultSignal.set('The server cannot be reached. Is Nab still running?');
    }
  }

  close(): void {
    this.documentSignal()?.close();
  }

  private show(stored: VersionedDesign): void {
    const { id } = stored;
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
