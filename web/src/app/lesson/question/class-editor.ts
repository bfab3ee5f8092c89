import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import type { Plan, SchoolClass } from '@nab/contract/lesson';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzInputModule } from 'ng-zorro-antd/input';
import { NzSelectModule } from 'ng-zorro-antd/select';
import { firstValueFrom } from 'rxjs';
import { v4 as uuid } from 'uuid';
import { SelectRole } from '../../ui/accessibility';
import { InvestigationStore } from '../../investigation';
import { Server } from '../../platform/server';

/** The class and its groups: a new one, or one of an earlier lesson. */
@Component({
  selector: 'nab-class-editor',
  imports: [FormsModule, NzButtonModule, NzInputModule, NzSelectModule, SelectRole],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      gap: 8px;
      border-top: 1px solid var(--nab-grid);
      padding-top: 10px;
    }
    .groups {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
      margin: 0;
      padding: 0;
      list-style: none;
    }
    .group {
      display: inline-flex;
      gap: 4px;
    }
    .group input {
      width: 150px;
    }
    .name {
      width: 220px;
    }
    nz-select {
      min-width: 190px;
    }
  `,
  template: `
    <div class="nab-row">
      <label for="class-name">Class</label>
      <input
        #name
        nz-input
        id="class-name"
        class="name"
        [value]="plan().class.name"
        [attr.aria-invalid]="error('class.name') !== null"
        (input)="edit({ class: { id: plan().class.id, name: name.value } })"
      />
      @if (!used()) {
        <nz-select
          nabLabel="A class of an earlier lesson"
          nzPlaceHolder="Use an earlier class"
          [nzDropdownMatchSelectWidth]="false"
          [ngModel]="null"
          (nzOpenChange)="load($event)"
          (ngModelChange)="take($event)"
        >
          @for (one of others(); track one.id) {
            <nz-option
              [nzValue]="one.id"
              [nzLabel]="one.name + ' (' + one.groups.length + ' groups)'"
            />
          }
        </nz-select>
      }
      <button nz-button type="button" [disabled]="plan().groups.length >= 20" (click)="addGroup()">
        Add a group
      </button>
    </div>
    @if (error('class.name'); as message) {
      <span class="nab-error">{{ message }}</span>
    }
    <ul class="groups" aria-label="Groups">
      @for (group of plan().groups; track group.id; let i = $index) {
        <li class="group">
          <input
            #box
            nz-input
            [attr.aria-label]="'Name of group ' + (i + 1)"
            [attr.aria-invalid]="error('groups[' + i + '].name') !== null"
            [value]="group.name"
            (input)="setGroup(i, box.value)"
          />
          <button
            nz-button
            type="button"
            [attr.aria-label]="'Remove group ' + group.name"
            [disabled]="groupUsed(group.id) || plan().groups.length <= 1"
            (click)="removeGroup(i)"
          >
            ×
          </button>
        </li>
      }
    </ul>
    <p class="nab-hint">Invented names only; pupils are never named in Nab.</p>
  `,
})
export class ClassEditor {
  private readonly store = inject(InvestigationStore);
  private readonly server = inject(Server);
  private readonly classes = signal<readonly SchoolClass[]>([]);
  protected readonly plan = computed(() => this.store.plan().value());
  protected readonly others = computed(() =>
    this.classes().filter(({ id }) => id !== this.plan().class.id),
  );
  /** Readings hang on the groups, so the class stays. */
  protected readonly used = computed(
    () => this.store.readings().length + this.store.predictions().length > 0,
  );

  protected error(path: string): string | null {
    return this.store.plan().errorAt(path);
  }

  protected edit(change: Partial<Plan>): void {
    this.store.plan().edit((plan) => ({ ...plan, ...change }));
  }

  protected groupUsed(id: string): boolean {
    return [...this.store.readings(), ...this.store.predictions()].some(
      (record) => record.groupId === id,
    );
  }

  protected async load(open: boolean): Promise<void> {
    if (!open) return;
    try {
      this.classes.set(await firstValueFrom(this.server.classes()));
    } catch {
      // Without the server there is nothing to choose from; the class can still be typed.
      this.classes.set([]);
    }
  }

  protected take(id: string): void {
    const found = this.classes().find((one) => one.id === id);
    if (!found) return;
    this.edit({ class: { id: found.id, name: found.name }, groups: [...found.groups] });
  }

  protected setGroup(index: number, name: string): void {
    this.edit({
      groups: this.plan().groups.map((group, i) => (i === index ? { ...group, name } : group)),
    });
  }

  protected addGroup(): void {
    const { groups } = this.plan();
    this.edit({ groups: [...groups, { id: uuid(), name: `Group ${groups.length + 1}` }] });
  }

  protected removeGroup(index: number): void {
    this.edit({ groups: this.plan().groups.filter((_, i) => i !== index) });
  }
}
