import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import {
  guessColumns,
  readTable,
  TABLE_ROLES,
  type BroughtIn,
  type ReadTable,
  type TableReading,
  type TableRole,
} from '@nab/contract/lesson';
import { CoreError } from '@nab/core/errors';
import { parseQuantity } from '@nab/core/quantities';
import { caseText, outcomeText } from '@nab/words/lesson';
import { howMany } from '@nab/words/terms';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzCheckboxModule } from 'ng-zorro-antd/checkbox';
import { NzInputModule } from 'ng-zorro-antd/input';
import { NzSegmentedModule } from 'ng-zorro-antd/segmented';
import { NzSelectModule } from 'ng-zorro-antd/select';
import { NzTableModule } from 'ng-zorro-antd/table';
import { NzUploadModule, type NzUploadFile } from 'ng-zorro-antd/upload';
import { v4 as uuid } from 'uuid';
import { SegmentedName, SelectRole, TableName, UploadName } from '../../ui/accessibility';
import { InvestigationStore } from '../../investigation';
import { Notice } from '../../ui/notices';
import { ServerRefusal } from '../../platform/server';
import {
  DELIMITERS,
  delimiterOf,
  readTableFile,
  rowsOf,
  tableFault,
  UnreadableFile,
  type Delimiter,
  type TableFile,
} from './table-file';

/** Rows that are shown before they are brought in, and faults that are listed. */
const SHOWN = 8;
const LISTED = 12;
/** No column: a list has no choice that is nothing. */
const NONE = -1;

/** A table that was opened, and how it is read. */
interface Opened {
  readonly name: string;
  readonly file: TableFile;
  readonly delimiter: Delimiter;
  readonly sheet: number;
  readonly rows: readonly (readonly string[])[];
}

/** Readings from a table that somebody has: which column is what, what comes of it, and in. */
@Component({
  selector: 'nab-import-readings',
  imports: [
    FormsModule,
    Notice,
    NzButtonModule,
    NzCheckboxModule,
    NzInputModule,
    NzSegmentedModule,
    NzSelectModule,
    NzTableModule,
    NzUploadModule,
    RouterLink,
    SegmentedName,
    SelectRole,
    TableName,
    UploadName,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './import-readings.html',
  styleUrl: './import-readings.less',
})
export class ImportReadingsPage {
  private readonly store = inject(InvestigationStore);
  protected readonly plan = computed(() => this.store.plan().valid());
  protected readonly measure = this.store.measure;
  protected readonly none = NONE;
  protected readonly opened = signal<Opened | null>(null);
  protected readonly how = signal<TableReading | null>(null);
  protected readonly fault = signal('');
  protected readonly busy = signal(false);
  protected readonly done = signal('');
  protected readonly delimiters = (Object.keys(DELIMITERS) as Delimiter[]).map((value) => ({
    value,
    label: DELIMITERS[value],
  }));

  /** Roles that this question has a use for. */
  protected readonly roles = computed(() => {
    const { data } = this.measure();
    const useless: readonly TableRole[] = [
      ...(this.plan().series === null ? (['series'] as const) : []),
      ...(data === 'interval' ? [] : (['dropped'] as const)),
      ...(data === 'count' ? [] : (['off', 'stuck'] as const)),
    ];
    return (Object.keys(TABLE_ROLES) as TableRole[])
      .filter((role) => !useless.includes(role))
      .map((role) => ({ role, name: this.nameOf(role) }));
  });
  protected readonly columns = computed(() => {
    const { rows } = this.opened() ?? { rows: [] };
    const width = Math.max(0, ...rows.slice(0, 50).map((row) => row.length));
    return Array.from({ length: width }, (_, i) => ({
      value: i,
      label: (this.how()?.head && rows[0]?.[i]?.trim()) || `Column ${i + 1}`,
    }));
  });
  protected readonly preview = computed(() => {
    const rows = this.opened()?.rows ?? [];
    return rows.slice(this.how()?.head ? 1 : 0).slice(0, SHOWN);
  });
  protected readonly sheets = computed(() => {
    const file = this.opened()?.file;
    return file?.kind === 'sheets'
      ? file.sheets.map(({ name }, value) => ({ value, label: name }))
      : [];
  });
  /** Whether numbers may be in another unit than the measure's. */
  protected readonly hasUnit = computed(() => this.measure().quantity !== null);
  protected readonly unitFault = computed(() => {
    const { quantity } = this.measure();
    const unit = this.how()?.unit ?? '';
    if (quantity === null || unit === '') return '';
    try {
      parseQuantity(`1 ${unit}`, quantity);
      return '';
    } catch (error) {
      if (error instanceof CoreError) return error.message;
      throw error;
    }
  });

  /** What the table comes to, with ids that stay while it is looked at. */
  protected readonly read = computed((): ReadTable | null => {
    const [opened, how] = [this.opened(), this.how()];
    if (!opened || !how) return null;
    if (how.columns.level === undefined || how.columns.reading === undefined) return null;
    return readTable(opened.rows, how, this.plan(), uuid, new Date().toISOString());
  });
  protected readonly found = computed(() => {
    const read = this.read();
    if (!read) return null;
    const { readings, faults, skipped, added } = read;
    const plan = read.plan ?? this.plan();
    return {
      count: readings.length,
      words: [
        `${howMany(readings.length, 'reading')} can be brought in.`,
        ...(skipped > 0 ? [`${howMany(skipped, 'row')} left out: empty, or marked so.`] : []),
        ...(added.length > 0 ? [`Added to the plan: ${added.join(', ')}.`] : []),
      ].join(' '),
      faults: faults.slice(0, LISTED).map(({ row, column, message }) => {
        const name = column === null ? '' : `, ${this.columns()[column]?.label ?? ''}`;
        return `Row ${row}${name}: ${message}`;
      }),
      more: Math.max(0, faults.length - LISTED),
      whole: faults.length === 0,
      first: readings.slice(0, 3).map(({ groupId, levelId, seriesId, outcome }) => {
        const group = plan.groups.find(({ id }) => id === groupId)?.name ?? '';
        return `${group}: ${outcomeText(this.measure(), outcome, plan.objects)} at ${caseText(plan, { levelId, seriesId })}`;
      }),
    };
  });

  protected readonly take = (file: NzUploadFile): boolean => {
    void this.open(file as unknown as File);
    return false;
  };

  private async open(file: File): Promise<void> {
    this.done.set('');
    await this.reading(async () => {
      const read = await readTableFile(file);
      const delimiter = read.kind === 'text' ? delimiterOf(read.text) : ',';
      await this.show({ name: file.name, file: read, delimiter, sheet: 0 });
    });
  }

  protected async setDelimiter(delimiter: Delimiter): Promise<void> {
    await this.reading(() => this.show({ ...this.opened()!, delimiter }));
  }

  protected async setSheet(sheet: number): Promise<void> {
    await this.reading(() => this.show({ ...this.opened()!, sheet }));
  }

  private async reading(work: () => Promise<void>): Promise<void> {
    this.fault.set('');
    try {
      await work();
    } catch (error) {
      if (!(error instanceof UnreadableFile)) throw error;
      this.opened.set(null);
      this.fault.set(error.message);
    }
  }

  private async show({ file, delimiter, ...rest }: Omit<Opened, 'rows'>): Promise<void> {
    const rows =
      file.kind === 'text'
        ? await rowsOf(file.text, delimiter)
        : (file.sheets[rest.sheet]?.rows ?? []);
    const fault = tableFault(rows);
    if (fault !== null) throw new UnreadableFile(fault);
    const guessed = guessColumns(rows[0]!, this.plan());
    // Named columns have a row of names.
    const head = Object.keys(guessed.columns).length > 0;
    this.how.set({
      head,
      columns: head ? guessed.columns : {},
      levelUnit: guessed.levelUnit,
      unit: guessed.unit,
      groupId: this.plan().groups[0]!.id,
      add: false,
    });
    this.opened.set({ file, delimiter, ...rest, rows });
  }

  protected change(change: Partial<TableReading>): void {
    this.how.update((how) => how && { ...how, ...change });
  }

  protected map(role: TableRole, column: number): void {
    const { [role]: _, ...others } = this.how()!.columns;
    this.change({ columns: column === NONE ? others : { ...others, [role]: column } });
  }

  protected nameOf(role: TableRole): string {
    if (role === 'level') return this.store.factor().name;
    return role === 'reading' ? this.measure().axis : TABLE_ROLES[role];
  }

  protected readonly settled = computed(() => this.store.plan().state() === 'saved');

  /** What was sent last: sent again after a lost answer it must be the same, ids and all. */
  private sent: {
    readonly opened: Opened | null;
    readonly how: TableReading | null;
    readonly plan: ReadTable['plan'];
    readonly readings: BroughtIn['readings'];
  } | null = null;

  protected async bringIn(): Promise<void> {
    const read = this.read();
    if (!read || read.faults.length > 0) return;
    const [opened, how] = [this.opened(), this.how()];
    if (this.sent?.opened !== opened || this.sent?.how !== how) {
      const readings = read.readings.map((reading) => ({ id: uuid(), reading }));
      this.sent = { opened, how, plan: read.plan, readings };
    }
    const { plan, readings } = this.sent!;
    this.busy.set(true);
    this.fault.set('');
    try {
      await this.store.bringIn(plan, readings);
      this.done.set(`${howMany(readings.length, 'reading')} brought in.`);
      this.opened.set(null);
    } catch (error) {
      // Refused, it may be made anew: the plan may be another by now.
      if (error instanceof ServerRefusal) this.sent = null;
      this.fault.set(
        error instanceof ServerRefusal
          ? `Nothing was brought in. ${error.problem.errors?.[0]?.message ?? error.message}`
          : 'The server cannot be reached. Press again: nothing comes in twice.',
      );
    } finally {
      this.busy.set(false);
    }
  }
}
