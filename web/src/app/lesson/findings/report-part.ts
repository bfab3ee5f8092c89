import { DOCUMENT } from '@angular/common';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  linkedSignal,
  signal,
  viewChild,
  type ElementRef,
} from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import {
  SHEET_READERS,
  USUAL_LESSON,
  type Paper,
  type ReportAsk,
  type SheetPage,
  type SheetReader,
} from '@nab/contract/lesson';
import { howMany } from '@nab/words/terms';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzSegmentedModule } from 'ng-zorro-antd/segmented';
import { NzSkeletonModule } from 'ng-zorro-antd/skeleton';
import { catchError, debounceTime, filter, map, of, switchMap } from 'rxjs';
import { SegmentedName } from '../../ui/accessibility';
import { InvestigationStore } from '../../investigation';
import { Notice } from '../../ui/notices';
import { PageView, printPages } from '../../ui/paper';
import { Server, faultWords } from '../../platform/server';

/** After the last change the report is requested again, ms. */
const REST_MS = 500;

/** Files of an investigation: where each comes from, and for whom it is. */
const FILES = [
  {
    path: 'package.zip',
    name: 'Data package',
    words: 'everything, with tables, chart and report; another Nab can take it in',
  },
  { path: 'trials.xlsx', name: 'Workbook', words: 'every trial, for a spreadsheet' },
  { path: 'trials.csv', name: 'CSV', words: 'every trial, for anything' },
  { path: 'investigation.json', name: 'JSON', words: 'the investigation itself' },
] as const;

/** What is handed on: the report on paper, and the readings as files. */
@Component({
  selector: 'nab-report-part',
  imports: [
    FormsModule,
    Notice,
    NzButtonModule,
    NzSegmentedModule,
    NzSkeletonModule,
    PageView,
    RouterLink,
    SegmentedName,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: './report-part.less',
  templateUrl: './report-part.html',
})
export class ReportPart {
  private readonly store = inject(InvestigationStore);
  private readonly server = inject(Server);
  private readonly document = inject(DOCUMENT);
  protected readonly howMany = howMany;
  protected readonly papers = ['A4', 'Letter'];
  protected readonly readers = (Object.keys(SHEET_READERS) as SheetReader[]).map((value) => ({
    value,
    label: SHEET_READERS[value],
  }));
  private readonly lesson = computed(() => this.store.plan().valid().lesson ?? USUAL_LESSON);
  protected readonly paper = linkedSignal<Paper>(() => this.lesson().paper);
  protected readonly reader = linkedSignal<SheetReader>(() => this.lesson().reader);
  /** The server lays it out when somebody wants to see it. */
  protected readonly wanted = signal(false);
  protected readonly fault = signal<string | null>(null);
  private readonly shown = viewChild.required<ElementRef<HTMLElement>>('shown');

  private readonly from = computed(() => `/api/investigations/${this.store.id()}`);
  protected readonly files = computed(() =>
    FILES.map(({ path, ...rest }) => ({ ...rest, href: `${this.from()}/${path}` })),
  );
  protected readonly pdf = computed(
    () => `${this.from()}/report.pdf?paper=${this.paper()}&reader=${this.reader()}`,
  );

  /** What the report follows from: another one is another report. */
  private readonly asked = computed(() =>
    this.wanted()
      ? {
          id: this.store.id(),
          ask: { paper: this.paper(), reader: this.reader() } satisfies ReportAsk,
          of: this.store.findings(),
        }
      : null,
  );
  private readonly laidOut = signal<{ of: unknown; pages: readonly SheetPage[] } | null>(null);
  /** The pages of what is asked for now; null while they are being laid out. */
  protected readonly pages = computed(() => {
    const [laidOut, asked] = [this.laidOut(), this.asked()];
    return laidOut && laidOut.of === asked ? laidOut.pages : null;
  });

  constructor() {
    toObservable(this.asked)
      .pipe(
        filter((asked) => asked !== null),
        debounceTime(REST_MS),
        switchMap((asked) =>
          this.server.report(asked.id, asked.ask).pipe(
            map(({ pages }) => ({ of: asked, pages })),
            catchError((error: unknown) => {
              this.fault.set(faultWords(error, 'The report could not be laid out.'));
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

  protected print(): void {
    const [page] = this.pages() ?? [];
    if (page) printPages(this.document, this.shown().nativeElement, page);
  }
}
