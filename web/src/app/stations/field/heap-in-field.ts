import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  output,
} from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { LIFTED_OVER_HEAP } from '@nab/core/physics';
import type { MagnetDesign } from '@nab/core/experiments';
import type { Place } from '@nab/core/fem';
import { countText, massText } from '@nab/words/terms';
import { heapAccuracyText } from '@nab/words/experiments';
import { merge, skip, Subject, takeUntil } from 'rxjs';
import { Notice } from '../../ui/notices';
import { FieldService } from './field-service';

/** Lets the heap grow in the field as a material, and says what comes of it. */
@Component({
  selector: 'nab-heap-in-field',
  imports: [Notice],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 2px 12px;
      align-items: baseline;
    }
  `,
  template: `
    <p class="nab-hint row">
      @if (working()) {
        <button type="button" class="nab-link" (click)="stop()">Stop growing</button>
      } @else {
        <button type="button" class="nab-link" (click)="grow()">
          Simulate the pile of objects
        </button>
      }
      <span aria-live="polite">{{ said() }}</span>
    </p>
    <p class="nab-hint">{{ accuracy() }}</p>
    @if (fault(); as sentence) {
      <nab-notice state="caution">{{ sentence }}</nab-notice>
    }
  `,
})
export class HeapInField {
  private readonly service = inject(FieldService);
  readonly design = input.required<MagnetDesign>();
  /** What tier 1 predicts for this end, kg. */
  readonly instant = input.required<number>();
  /** Line round the heap, to be drawn; empty while nothing is grown. */
  readonly grown = output<readonly Place[]>();
  // A heap belongs to the magnet it hangs on.
  protected readonly working = linkedSignal({ source: this.design, computation: () => false });
  protected readonly said = linkedSignal({ source: this.design, computation: () => '' });
  protected readonly fault = linkedSignal({ source: this.design, computation: () => '' });
  private readonly stopped = new Subject<void>();
  private readonly ended = merge(this.stopped, toObservable(this.design).pipe(skip(1))).pipe(
    takeUntilDestroyed(),
  );

  protected readonly accuracy = computed(() => heapAccuracyText(this.design()));

  protected grow(): void {
    const { objectMass, method = 'dip' } = this.design();
    const many = (mass: number): string =>
      `${massText(mass)} (about ${countText(mass / objectMass)})`;
    this.working.set(true);
    this.fault.set('');
    this.said.set('Solving without the heap …');
    this.grown.emit([]);
    const heap = this.service.heap(this.design()).pipe(takeUntil(this.ended));
    heap.subscribe({
      next: (message) => {
        if (message.kind === 'growing') {
          this.said.set(`Round ${message.round}: ${many(message.mass)} held.`);
        } else if (message.kind === 'heap') {
          this.grown.emit(message.outline);
          this.said.set(
            `Simulated as a magnetic material with demagnetisation, the pile holds ${many(message.mass)}. The fast model gives ${many(this.instant())}. ` +
              `Objects also hang from each other, so ${method === 'dip' ? 'a dip lifts' : 'pressing them round the pole lifts'} ${LIFTED_OVER_HEAP[method]} times as much.`,
          );
        } else if (message.kind === 'fault') {
          this.fault.set(message.sentence);
        }
      },
      error: () => {
        this.fault.set('The solver ended unexpectedly. Press the link to start it again.');
        this.working.set(false);
      },
      complete: () => this.working.set(false),
    });
  }

  protected stop(): void {
    this.stopped.next();
    this.working.set(false);
  }
}
