import { DOCUMENT } from '@angular/common';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import {
  SHEET_IDS,
  SHEET_READERS,
  SHEETS,
  type Paper,
  type Printing,
  type SheetId,
  type SheetPage,
  type SheetReader,
} from '@nab/contract/lesson';
import { howMany } from '@nab/words/terms';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzCheckboxModule } from 'ng-zorro-antd/checkbox';
import { NzSegmentedModule } from 'ng-zorro-antd/segmented';
import { NzSkeletonModule } from 'ng-zorro-antd/skeleton';
import { catchError, debounceTime, filter, map, of, switchMap } from 'rxjs';
import { SegmentedName } from '../../ui/accessibility';
import { InvestigationStore } from '../../investigation';
import { Notice } from '../../ui/notices';
import { PageView, printPages } from '../../ui/paper';
import { Server, faultWords } from '../../platform/server';
import { Preparation } from './preparation';

/** After the last change the pages are requested again, ms: until then it is saved. */
const REST_MS = 500;

/** What the server is asked to lay out; `values` tells one state of the documents from the next. */
interface Asked {
  readonly id: string;
  readonly printing: Printing;
  readonly values: readonly unknown[];
}

interface LaidOut {
  readonly asked: Asked;
  readonly pages: readonly SheetPage[];
}

/** The sheets, chosen, looked at, printed from the browser or taken as a PDF. */
@Component({
  selector: 'nab-sheets-part',
  imports: [
    FormsModule,
    Notice,
    NzButtonModule,
    NzCheckboxModule,
    NzSegmentedModule,
    NzSkeletonModule,
    PageView,
    SegmentedName,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: './sheets-part.less',
  templateUrl: './sheets-part.html',
})
export class SheetsPart {
  protected readonly lesson = inject(Preparation);
  private readonly store = inject(InvestigationStore);
  private readonly server = inject(Server);
  private readonly document = inject(DOCUMENT);
  protected readonly howMany = howMany;
  protected readonly choices = SHEET_IDS.map((value) => ({ value, label: SHEETS[value] }));
  protected readonly papers = ['A4', 'Letter'];
  protected readonly readers = (Object.keys(SHEET_READERS) as SheetReader[]).map((value) => ({
    value,
    label: SHEET_READERS[value],
  }));
  protected readonly wanted = signal<readonly SheetId[]>(SHEET_IDS);
  private readonly laidOut = signal<LaidOut | null>(null);
  protected readonly fault = signal<string | null>(null);
  private readonly shown = viewChild.required<ElementRef<HTMLElement>>('shown');

  /** What the server is asked for; null until the content of the pages is saved. */
  private readonly asked = computed((): Asked | null => {
    const documents = [this.store.plan(), this.store.design()];
    const saved = documents.every((one) => one.state() === 'saved');
    const values = documents.map((one) => one.value());
    return saved ? { id: this.store.id(), printing: this.query(), values } : null;
  });
  /** The pages of what is asked for now; null while they are being laid out. */
  protected readonly pages = computed(() => {
    const [laidOut, asked] = [this.laidOut(), this.asked()];
    return laidOut && laidOut.asked === asked ? laidOut.pages : null;
  });
  protected readonly pdf = computed(() => {
    const words = new URLSearchParams(this.query() as Record<string, string>);
    return `/api/investigations/${this.store.id()}/sheets.pdf?${words.toString()}`;
  });

  constructor() {
    toObservable(this.asked)
      .pipe(
        filter((asked) => asked !== null),
        debounceTime(REST_MS),
        switchMap((asked) =>
          asked.printing.sheets === ''
            ? of({ asked, pages: [] })
            : this.server.sheets(asked.id, asked.printing).pipe(
                map(({ pages }) => ({ asked, pages })),
                catchError((error: unknown) => {
                  this.fault.set(faultWords(error, 'The pages could not be laid out.'));
                  return of(null);
                }),
              ),
        ),
        takeUntilDestroyed(),
      )
      .subscribe((laidOut) => {
        if (laidOut) this.fault.set(null);
        this.laidOut.set(laidOut);
      });
  }

  protected choose(wanted: readonly SheetId[]): void {
    this.wanted.set(SHEET_IDS.filter((id) => wanted.includes(id)));
  }

  protected paper(index: number | string): void {
    this.lesson.edit({ paper: String(index) as Paper });
  }

  protected read(reader: number | string): void {
    this.lesson.edit({ reader: String(reader) as SheetReader });
  }

  protected print(): void {
    const [page] = this.pages() ?? [];
    if (page) printPages(this.document, this.shown().nativeElement, page);
  }

  private query(): Printing {
    const { paper, reader } = this.lesson.settings();
    return { paper, reader, sheets: this.wanted().join(',') };
  }
}
