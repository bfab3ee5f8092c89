import { BreakpointObserver } from '@angular/cdk/layout';
import { NgTemplateOutlet } from '@angular/common';
import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  contentChild,
  contentChildren,
  ElementRef,
  inject,
  Injector,
  input,
  linkedSignal,
  model,
  TemplateRef,
} from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { ActivatedRoute } from '@angular/router';
import { NzSplitterModule } from 'ng-zorro-antd/splitter';
import { NzTabsModule } from 'ng-zorro-antd/tabs';
import { filter, map } from 'rxjs';
import { SplitterKeys, TabsName } from '../../ui/accessibility';
import { Keys } from '../../ui/keys';
import { WorkbenchPanel } from './workbench-panel';
import { writeLocal, readLocal } from '../../platform/local-storage';

/** Narrower than this, the inspector is a sheet at the lower edge. */
const WIDE = '(min-width: 1001px)';
/** Frames within which a part that is taken in hand shows its fields. */
const PATIENCE_FRAMES = 20;
/** Fragment of an address that asks for the part with a fault. */
export const FAULT_FRAGMENT = 'fault';
const LEFT_KEY = 'nab-bench';
const LEFT = { begin: 44, least: 28, most: 72 } as const;

/**
 * A bench: what is designed as a drawing, the sentence that matters above it, next to it the numbers
 * that decide and an inspector with the fields of the part in hand. On a laptop nothing of it scrolls
 * off the screen; on a tablet or telephone the inspector is a sheet at the lower edge.
 *
 * Put in: `#drawing`, `#figures` and a template with `nabPanel` for each part.
 */
@Component({
  selector: 'nab-workbench',
  imports: [Keys, NgTemplateOutlet, NzSplitterModule, NzTabsModule, SplitterKeys, TabsName],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './workbench.html',
  styleUrl: './workbench.less',
  host: { '[class.wide]': 'wide()' },
})
export class Workbench {
  readonly heading = input.required<string>();
  /** What the parts are parts of, for the name of the inspector. */
  readonly of = input('the magnet');
  /** The drawing's share of the bench to begin with, percent. */
  readonly begin = input<number>(LEFT.begin);
  /** The part in hand. */
  readonly part = model('');

  /** Panels from the content of a component that wraps this one. */
  readonly panels = input<readonly WorkbenchPanel[]>([]);

  private readonly own = contentChildren(WorkbenchPanel);
  protected readonly parts = computed(() => [...this.own(), ...this.panels()]);
  protected readonly drawing = contentChild.required('drawing', { read: TemplateRef });
  protected readonly figures = contentChild.required('figures', { read: TemplateRef });
  private readonly injector = inject(Injector);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;

  protected readonly wide = toSignal(
    inject(BreakpointObserver)
      .observe(WIDE)
      .pipe(map(({ matches }) => matches)),
    { initialValue: matchMedia(WIDE).matches },
  );
  private readonly keptAs = computed(() => `${LEFT_KEY} ${this.heading()}`);
  protected readonly index = computed(() =>
    Math.max(
      0,
      this.parts().findIndex((part) => part.nabPanel() === this.part()),
    ),
  );
  /** Whether the sheet is up; a part that is chosen brings it up. */
  protected readonly up = linkedSignal<string, boolean>({
    source: this.part,
    computation: (_part, before) => before !== undefined,
  });
  /** The drawing's share of the bench, percent. */
  protected readonly left = linkedSignal(() => keptLeft(this.keptAs(), this.begin()));

  constructor() {
    // Whoever was led here by a fault finds its part in hand.
    inject(ActivatedRoute, { optional: true })
      ?.fragment.pipe(
        filter((fragment) => fragment === FAULT_FRAGMENT),
        takeUntilDestroyed(),
      )
      .subscribe(() => afterNextRender(() => this.showFault(), { injector: this.injector }));
  }

  private showFault(): void {
    const faulty = this.parts().find((part) => part.nabPartFault());
    if (faulty) this.show(faulty.nabPanel());
  }

  /** Takes a part in hand. */
  show(part: string): void {
    this.part.set(part);
    this.up.set(true);
    // Between the sheet and the upper edge the drawing must be seen.
    if (!this.wide()) this.host.querySelector('.drawing')?.scrollIntoView({ block: 'start' });
  }

  protected choose(index: number): void {
    const part = this.parts()[index];
    if (part) this.show(part.nabPanel());
  }

  /** Takes the part in hand that has the field, and the field with it. */
  protected toField(event: Event, part: WorkbenchPanel, key: string): void {
    event.stopPropagation();
    this.show(part.nabPanel());
    this.seek(`[data-key="${key}"] input`, PATIENCE_FRAMES);
  }

  /** Puts the focus into a field that may only be there after some frames. */
  private seek(selector: string, frames: number): void {
    const box = this.host.querySelector<HTMLInputElement>(selector);
    if (box) {
      box.focus();
      // What is typed next replaces the old value.
      box.select();
    } else if (frames > 0) requestAnimationFrame(() => this.seek(selector, frames - 1));
  }

  protected widen(step: number): void {
    this.keepLeft(this.left() + step);
  }

  protected resized([left = 1, right = 1]: readonly number[]): void {
    this.keepLeft((100 * left) / (left + right));
  }

  private keepLeft(percent: number): void {
    this.left.set(within(percent));
    writeLocal(this.keptAs(), String(this.left()));
  }
}

function within(percent: number): number {
  return Math.min(LEFT.most, Math.max(LEFT.least, percent));
}

function keptLeft(key: string, begin: number): number {
  const kept = Number(readLocal(key));
  return kept > 0 ? within(kept) : begin;
}
