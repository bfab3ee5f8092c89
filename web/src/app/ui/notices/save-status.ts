import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  Injectable,
  signal,
  type Signal,
} from '@angular/core';
import { saveFile } from '../../platform/files';
import { DraftSync, Outbox, queueFile, type SaveProgress } from '../../platform/saving';
import { Shell } from '../../platform/service-worker';
import { StateMark, type MarkState } from './state-mark';

/** The documents on screen, so that one place can say whether everything is saved. */
@Injectable({ providedIn: 'root' })
export class OpenDocuments {
  private readonly source = signal<Signal<readonly SaveProgress[]> | null>(null);
  readonly documents = computed(() => this.source()?.() ?? []);

  /** A page says what it has open; null when it has nothing. */
  show(documents: Signal<readonly SaveProgress[]> | null): void {
    this.source.set(documents);
  }
}

/** Saved, waiting for the server, or refused and why: always visible, always here. */
@Component({
  selector: 'nab-save-status',
  imports: [StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: flex;
      align-items: center;
      gap: 8px;
      font-size: 14px;
      min-height: 32px;
    }
    button {
      font: inherit;
      font-weight: 600;
      color: var(--nab-copper);
      background: none;
      border: 1px solid currentColor;
      border-radius: 3px;
      padding: 2px 8px;
      min-height: 30px;
      white-space: nowrap;
      cursor: pointer;
    }
  `,
  template: `
    <nab-mark [state]="status().mark" />
    <span role="status" data-testid="save-status">{{ status().text }}</span>
    @if (conflict(); as document) {
      <button type="button" (click)="document.resolveWithLocal()">Keep mine</button>
      <button type="button" (click)="document.resolveWithRemote()">Take theirs</button>
    }
    @if (refused().length > 0) {
      <button type="button" (click)="retry()">Try again</button>
    }
    @if (stuck()) {
      <button type="button" (click)="saveCopy()">Save a copy</button>
    }
    @if (shell.newer()) {
      <button type="button" (click)="shell.renew()">Open the newer Nab</button>
    }
  `,
})
export class SaveStatus {
  private readonly outbox = inject(Outbox);
  private readonly courier = inject(DraftSync);
  private readonly open = inject(OpenDocuments);
  protected readonly shell = inject(Shell);

  protected readonly refused = computed(() =>
    this.outbox.pending().filter((record) => record.refusal !== undefined),
  );
  protected readonly conflict = computed(
    () => this.open.documents().find((document) => document.state() === 'conflict') ?? null,
  );

  protected readonly status = computed((): { mark: MarkState; text: string } => {
    const states = this.open.documents().map((document) => document.state());
    const unsaved = this.outbox.unsaved();
    if (unsaved !== null) {
      return { mark: 'stop', text: 'Not saved anywhere: write the last reading on paper' };
    }
    if (this.outbox.signedOut() && this.outbox.pending().length > 0) {
      return {
        mark: 'stop',
        text: `Join again: ${this.outbox.pending().length} kept on this device`,
      };
    }
    const refusal = this.refused()[0];
    if (refusal) {
      return { mark: 'stop', text: `Refused, kept here: ${refusal.refusal ?? ''}` };
    }
    if (states.includes('conflict')) {
      return { mark: 'stop', text: 'Changed elsewhere. Which one is right?' };
    }
    if (states.includes('refused')) {
      const document = this.open.documents().find((d) => d.state() === 'refused');
      return { mark: 'stop', text: `Refused: ${document?.message() ?? ''}` };
    }
    const waiting = this.outbox.pending().length;
    if (states.includes('waiting') || (waiting > 0 && this.outbox.away())) {
      const kept = waiting > 0 ? ` ${waiting} kept on this device.` : ' Kept on this device.';
      return { mark: 'caution', text: `Waiting for the server.${kept}${this.stay()}` };
    }
    const left = this.courier.waiting();
    if (left.some(({ stale }) => stale === true)) {
      return { mark: 'stop', text: 'A change of yours meets a newer one: open its page to decide' };
    }
    if (left.length > 0) {
      const text = `Waiting for the server. A change is kept on this device.${this.stay()}`;
      return { mark: 'caution', text };
    }
    if (states.includes('invalid')) {
      return { mark: 'caution', text: 'Not saved yet: mend the marked field.' };
    }
    if (states.includes('saving') || waiting > 0 || this.outbox.saving())
      return { mark: 'live', text: 'Saving …' };
    const unplaced = this.outbox.unplaced();
    if (unplaced.length > 0) {
      const text = `${unplaced.length} with your educator. ${unplaced.at(-1)!.why}`;
      return { mark: 'caution', text };
    }
    if (this.outbox.storage() === 'nothing') {
      return {
        mark: 'caution',
        text: 'This browser keeps nothing: saved only while the server is there',
      };
    }
    return { mark: 'rest', text: 'Saved' };
  });
  /** What does not go away by itself can be carried away. */
  protected readonly stuck = computed(
    () =>
      this.outbox.pending().length > 0 &&
      (this.refused().length > 0 || this.outbox.away() || this.outbox.signedOut()),
  );

  /** Where the server is away and this browser cannot open Nab without it. */
  private readonly stay = computed(() => {
    const why = this.shell.bound();
    return why === null ? '' : ` Do not reload Nab: ${why}.`;
  });

  protected saveCopy(): void {
    const waiting = queueFile(this.outbox.pending());
    saveFile('nab-waiting.json', new Blob([waiting], { type: 'application/json' }));
  }

  protected retry(): void {
    for (const record of this.refused()) void this.outbox.retry(record.id);
  }
}
