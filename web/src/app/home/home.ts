import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import { Router, RouterLink } from '@angular/router';
import { PLACES, type InvestigationSummary, type Status } from '@nab/contract/lesson';
import { howMany } from '@nab/words/terms';
import { formatDistanceToNow } from 'date-fns';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzDropdownModule } from 'ng-zorro-antd/dropdown';
import { NzEmptyModule } from 'ng-zorro-antd/empty';
import { NzInputModule } from 'ng-zorro-antd/input';
import { NzModalModule, NzModalService } from 'ng-zorro-antd/modal';
import { NzSegmentedModule } from 'ng-zorro-antd/segmented';
import { NzSkeletonModule } from 'ng-zorro-antd/skeleton';
import { NzTableModule, type NzTableSortOrder } from 'ng-zorro-antd/table';
import { NzTagModule } from 'ng-zorro-antd/tag';
import { catchError, EMPTY, firstValueFrom, Subject, switchMap } from 'rxjs';
import { v4 as uuid } from 'uuid';
import {
  MenuItem,
  MenuList,
  MenuTrigger,
  SegmentedName,
  SortKeys,
  TableName,
} from '../ui/accessibility';
import { Notice, OpenDocuments } from '../ui/notices';
import { Server, faultWords } from '../platform/server';
import { FirstLesson, NO_EXAMPLE } from '../ui/frame/first-lesson';
import { ToastService, ToastOutlet } from '../ui/toasts';
import { duplicatePlan } from './duplicate';
import { BackupPanel } from './backup-panel';
import { Sketch } from '../ui/sketch';
import { ImportInvestigation } from './import-investigation';
import { writeLocal, readLocal } from '../platform/local-storage';

type Item = InvestigationSummary;

const GREETED_KEY = 'nab-greeted';
const WAYS = [
  { to: '/new', name: 'Plan a lesson', words: 'From a question to levels, kit and sheets' },
  { to: '/magnet', name: 'Design a magnet', words: 'Core, wire, battery: what will it lift?' },
  { to: '/magnet/field', name: 'Look at a field', words: 'What filings and a compass would show' },
  { to: '/shell-magnet', name: 'Hold a load', words: 'How few cells hold so many kilograms?' },
  { to: '/track', name: 'Let a cell run', words: 'Which way does it go, and how fast?' },
  { to: '/magnet/fix-it', name: 'Mend a magnet', words: 'Why does it not lift?' },
] as const;

/** Where one begins: what can be done, and all investigations with their pictures and states. */
@Component({
  selector: 'nab-home',
  imports: [
    BackupPanel,
    FormsModule,
    MenuItem,
    MenuList,
    MenuTrigger,
    Notice,
    NzButtonModule,
    NzDropdownModule,
    NzEmptyModule,
    NzInputModule,
    NzModalModule,
    NzSegmentedModule,
    NzSkeletonModule,
    NzTableModule,
    NzTagModule,
    RouterLink,
    SegmentedName,
    Sketch,
    ImportInvestigation,
    SortKeys,
    TableName,
    ToastOutlet,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './home.html',
  styleUrl: './home.less',
})
export class Home {
  protected readonly howMany = howMany;
  protected readonly ways = WAYS;
  protected readonly lesson = inject(FirstLesson);
  private readonly server = inject(Server);
  private readonly router = inject(Router);
  private readonly told = inject(ToastService);
  private readonly modals = inject(NzModalService);
  /** The list is asked for; the request before is cancelled. */
  private readonly reload = new Subject<void>();
  protected readonly list = signal<readonly Item[] | null>(null);
  protected readonly fault = signal('');
  protected readonly wanted = signal('');
  protected readonly place = signal<Status>('open');
  protected readonly places = Object.entries(PLACES).map(([value, label]) => ({ value, label }));
  protected readonly greeting = signal(readLocal(GREETED_KEY) === null);

  protected readonly columns = [
    { name: 'Question', width: null, sort: (a: Item, b: Item) => a.title.localeCompare(b.title) },
    { name: 'State', width: '200px', sort: (a: Item, b: Item) => shareOf(a) - shareOf(b) },
    {
      name: 'Last change',
      width: '170px',
      sort: (a: Item, b: Item) => a.updatedAt.localeCompare(b.updatedAt),
    },
  ];
  protected readonly sortedBy = signal('');
  protected readonly order = signal<NzTableSortOrder>(null);

  protected readonly shown = computed(() => {
    const words = this.wanted().toLowerCase().split(/\s+/);
    return (this.list() ?? []).filter((item) => {
      const text = `${item.title} ${item.question} ${item.design.name}`.toLowerCase();
      return item.place === this.place() && words.every((word) => text.includes(word));
    });
  });
  protected readonly emptyWords = computed(() => {
    if (this.wanted().trim() !== '') return `Nothing here has “${this.wanted().trim()}” in it.`;
    return {
      open: 'Here will be your investigations, each with its picture and how far it is.',
      archived: 'Nothing is archived.',
      deleted: 'Nothing is deleted.',
    }[this.place()];
  });

  constructor() {
    inject(OpenDocuments).show(null);
    this.reload
      .pipe(
        switchMap(() =>
          this.server.investigations().pipe(
            catchError((error: unknown) => {
              this.fault.set(faultWords(error));
              return EMPTY;
            }),
          ),
        ),
        takeUntilDestroyed(),
      )
      .subscribe((list) => this.list.set(list));
    this.load();
  }

  protected state(item: Item): string {
    const planned = plannedOf(item);
    if (item.trials === 0) return `Planned: ${howMany(planned, 'trial')}`;
    return item.trials >= planned
      ? `Done: ${howMany(item.trials, 'trial')}`
      : `Under way: ${item.trials} of ${howMany(planned, 'trial')}`;
  }

  /** Progress as turns on a core: copper where trials are done. */
  protected wound(item: Item): { x: number; done: boolean }[] {
    const turns = 18;
    return Array.from({ length: turns }, (_, i) => ({
      x: 6 + i * 10,
      done: i < Math.round(shareOf(item) * turns),
    }));
  }

  protected ago(iso: string): string {
    return formatDistanceToNow(new Date(iso), { addSuffix: true });
  }

  protected sorted(name: string, order: string | null): void {
    this.sortedBy.set(order === null ? '' : name);
    this.order.set(order as NzTableSortOrder);
  }

  /** Five steps on a copy of an example. */
  protected async firstLesson(): Promise<void> {
    try {
      const id = await this.lesson.begin();
      if (id === null) {
        this.fault.set(NO_EXAMPLE);
        return;
      }
      this.greeted();
      await this.router.navigate(['/investigations', id, 'question']);
    } catch (error) {
      this.fault.set(faultWords(error, 'The first lesson could not be started.'));
    }
  }

  protected greeted(): void {
    this.greeting.set(false);
    writeLocal(GREETED_KEY, 'yes');
  }

  protected async again({ id }: Item): Promise<void> {
    try {
      const whole = await firstValueFrom(this.server.investigation(id));
      const made = await firstValueFrom(
        this.server.create({
          id: uuid(),
          plan: duplicatePlan(whole),
          design: whole.design.design,
          actor: 'educator',
        }),
      );
      await this.router.navigate(['/investigations', made.id, 'question']);
    } catch (error) {
      this.fault.set(faultWords(error));
    }
  }

  /** Readings are never hidden without a word. */
  protected remove(item: Item): void {
    if (item.trials === 0) {
      void this.move(item, 'deleted');
      return;
    }
    this.modals.confirm({
      nzTitle: `Delete “${item.title}”?`,
      nzContent: `It has ${howMany(item.trials, 'trial')}. They stay in the database, and it can be brought back.`,
      nzOkText: 'Delete it',
      nzOkDanger: true,
      nzCancelText: 'Keep it',
      nzOnOk: () => this.move(item, 'deleted'),
    });
  }

  protected async move(item: Item, place: Status): Promise<void> {
    const before = item.place;
    if (!(await this.put(item.id, place))) return;
    const done = {
      open: 'is back among the open ones',
      archived: 'is archived',
      deleted: 'is deleted',
    };
    this.told.show({
      sentence: `“${item.title}” ${done[place]}.`,
      undo: () => this.put(item.id, before),
    });
  }

  private async put(id: string, place: Status): Promise<boolean> {
    try {
      await firstValueFrom(this.server.move(id, { place }));
      this.list.update((list) =>
        (list ?? []).map((one) => (one.id === id ? { ...one, place } : one)),
      );
      return true;
    } catch (error) {
      this.fault.set(faultWords(error));
      return false;
    }
  }

  protected load(): void {
    this.reload.next();
  }
}

function plannedOf({ levels, groups, repeats }: Item): number {
  return levels * groups * repeats;
}

function shareOf(item: Item): number {
  return Math.min(1, item.trials / Math.max(1, plannedOf(item)));
}
