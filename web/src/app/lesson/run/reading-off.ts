import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { countByMass, INSTRUMENTS, type InstrumentKind } from '@nab/core/lesson';
import { howMany, massText } from '@nab/words/terms';
import { CollapsibleSection } from '../../ui/fields';
import { hasSerial, ReadOff, type InstrumentReading } from '../instruments';
import { InvestigationStore } from '../../investigation';
import { Notice } from '../../ui/notices';
import { TrialContext } from './trial-context';
import { CurrentTrial } from './current-trial';

/** What fell is weighed, or a probe is read off, instead of counted or typed. */
@Component({
  selector: 'nab-reading-off',
  imports: [CollapsibleSection, Notice, ReadOff],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (kind(); as instrument) {
      <nab-collapsible-section
        [heading]="instrument === 'scale' ? 'Weigh what fell' : 'Read the probe off'"
      >
        <nab-read-off [kind]="instrument" [truth]="truth()" (read)="take($event)" />
        @if (weighed(); as said) {
          <nab-notice [state]="said.sure ? 'rest' : 'caution'">{{ said.text }}</nab-notice>
        }
      </nab-collapsible-section>
    }
  `,
})
export class ReadingOff {
  private readonly store = inject(InvestigationStore);
  private readonly at = inject(TrialContext);
  private readonly trial = inject(CurrentTrial);
  protected readonly weighed = signal<{ readonly text: string; readonly sure: boolean } | null>(
    null,
  );

  /** Mass of one of what is lifted, kg; null where nothing is. */
  private readonly each = computed(() => {
    const subject = this.at.current().subject;
    return subject?.experiment === 'straight-magnet' ? subject.design.objectMass : null;
  });
  /** The instrument that this measure can be read off; null without one, or without a way to it. */
  protected readonly kind = computed((): InstrumentKind | null => {
    if (!hasSerial() && this.truth() === null) return null;
    if (this.at.measure().quantity === 'fluxDensity') return 'gauss-meter';
    return this.trial.byGrid() && this.each() !== null ? 'scale' : null;
  });
  /** Where nothing counts, a stand-in shows what the model says. */
  protected readonly truth = computed(() => {
    const { forecast } = this.at.current();
    if (this.store.rehearsalOf() === null || !forecast) return null;
    const each = this.trial.byGrid() ? (this.each() ?? 1) : 1;
    const there = each * (this.trial.byGrid() ? Math.round(forecast.value) : forecast.value);
    return () => there;
  });

  protected take({ value, text }: InstrumentReading): void {
    const each = this.each();
    if (this.kind() !== 'scale' || each === null) {
      this.trial.form.quantity.set(text);
      return;
    }
    const { count, sure } = countByMass(value, each, INSTRUMENTS.scale.step);
    this.trial.form.count.set(count);
    const what = `${text} at ${massText(each)} each: ${howMany(count, 'object')}.`;
    this.weighed.set({ sure, text: sure ? what : `${what} Or one more or less: count them.` });
  }
}
