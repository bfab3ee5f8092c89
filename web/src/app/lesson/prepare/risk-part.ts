import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { RiskNote } from '@nab/contract/lesson';
import { OWN_RULES } from '@nab/words/experiments';
import { risksOf } from '@nab/words/lesson';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzInputModule } from 'ng-zorro-antd/input';
import { NzTableModule } from 'ng-zorro-antd/table';
import { catchError, of } from 'rxjs';
import { TableName } from '../../ui/accessibility';
import { InvestigationStore } from '../../investigation';
import { Notice } from '../../ui/notices';
import { Server } from '../../platform/server';
import { Preparation } from './preparation';

/** The risk notes: Nab's, or the school's own wording, which is kept for the next lesson. */
@Component({
  selector: 'nab-risk-part',
  imports: [Notice, NzButtonModule, NzInputModule, NzTableModule, TableName],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      gap: 12px;
    }
    textarea {
      min-height: 40px;
      padding: 4px 8px;
      font-size: 15px;
    }
    td {
      vertical-align: top;
    }
  `,
  template: `
    <nab-notice state="rest">{{ rules }}</nab-notice>
    <div class="nab-row">
      @if (own() === null) {
        <button nz-button type="button" (click)="write(notes())">Write our own</button>
        @if (earlier().length > 0) {
          <button nz-button type="button" (click)="write(earlier())">Use our last ones</button>
        }
      } @else {
        <button nz-button type="button" (click)="add()">Add a note</button>
        <button nz-button type="button" (click)="lesson.edit({ risks: null })">
          Use Nab’s notes again
        </button>
      }
    </div>
    <nz-table nabTable="Risk notes" nzSize="small" [nzTemplateMode]="true">
      <thead>
        <tr>
          <th scope="col" nzWidth="24%">Hazard</th>
          <th scope="col" nzWidth="18%">Who</th>
          <th scope="col">What we do</th>
          @if (own() !== null) {
            <th scope="col" nzWidth="60px"><span class="visually-hidden">Remove</span></th>
          }
        </tr>
      </thead>
      <tbody>
        @for (note of notes(); track $index; let i = $index) {
          <tr>
            @if (own() === null) {
              <td>{{ note.hazard }}</td>
              <td>{{ note.who }}</td>
              <td>{{ note.action }}</td>
            } @else {
              @for (key of keys; track key) {
                <td>
                  <textarea
                    #box
                    nz-input
                    rows="2"
                    [attr.aria-label]="names[key] + ', note ' + (i + 1)"
                    [attr.aria-invalid]="fault(i, key) !== null"
                    [value]="note[key]"
                    (input)="change(i, key, box.value)"
                  ></textarea>
                  @if (fault(i, key); as sentence) {
                    <span class="nab-error">{{ sentence }}</span>
                  }
                </td>
              }
              <td>
                <button
                  nz-button
                  nzSize="small"
                  type="button"
                  [attr.aria-label]="'Leave out note ' + (i + 1)"
                  (click)="remove(i)"
                >
                  ×
                </button>
              </td>
            }
          </tr>
        }
      </tbody>
    </nz-table>
  `,
})
export class RiskPart {
  protected readonly lesson = inject(Preparation);
  private readonly store = inject(InvestigationStore);
  protected readonly rules = OWN_RULES;
  protected readonly keys = ['hazard', 'who', 'action'] as const;
  protected readonly names = { hazard: 'Hazard', who: 'Who', action: 'What we do' };
  protected readonly own = computed(() => this.lesson.typed().risks);
  protected readonly notes = computed(
    (): readonly RiskNote[] => this.own() ?? risksOf({ cases: this.store.cases() }),
  );
  /** What the school wrote for a lesson before this one. */
  protected readonly earlier = toSignal(
    inject(Server)
      .riskNotes()
      .pipe(catchError(() => of([]))),
    { initialValue: [] },
  );

  protected fault(note: number, key: string): string | null {
    return this.lesson.fault(`risks[${note}].${key}`);
  }

  protected write(notes: readonly RiskNote[]): void {
    this.lesson.edit({ risks: notes.map((note) => ({ ...note })) });
  }

  protected change(at: number, key: keyof RiskNote, text: string): void {
    this.write(this.notes().map((note, i) => (i === at ? { ...note, [key]: text } : note)));
  }

  protected add(): void {
    this.write([...this.notes(), { hazard: '', who: '', action: '' }]);
  }

  protected remove(at: number): void {
    this.write(this.notes().filter((_, i) => i !== at));
  }
}
