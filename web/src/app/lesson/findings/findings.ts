import { BreakpointObserver } from '@angular/cdk/layout';
import { SegmentedName, TableName, TabsName } from '../../ui/accessibility';
import { Keys } from '../../ui/keys';
import { NzTabsModule } from 'ng-zorro-antd/tabs';
import { NzTableModule } from 'ng-zorro-antd/table';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  linkedSignal,
  signal,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { map } from 'rxjs';
import { FormsModule } from '@angular/forms';
import { NzSegmentedModule } from 'ng-zorro-antd/segmented';
import { ActivatedRoute, RouterLink } from '@angular/router';
import { cameOf, USUAL_LESSON, type Trial } from '@nab/contract/lesson';
import {
  isOrdered,
  predictionErrorBeforeAfter,
  predictionScores,
  trialMinutes,
} from '@nab/core/lesson';
import {
  beliefText,
  findingsAnswer,
  groupRows,
  conclusionsOf,
  endsRows,
  foresightText,
  levelRows,
  objectRows,
  objectsConclusion,
  pairRows,
  scoresText,
  switchedRows,
  type MinutesAt,
  type Reader,
  type Statement,
} from '@nab/words/findings';
import { outcomeText, verdictsText, voteText } from '@nab/words/lesson';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { SessionService } from '../../platform/session';
import { InvestigationStore } from '../../investigation';
import { AnswerPart } from './answer-part';
import { ChartPart, type ChartMode } from './chart-part';
import { FindingsChart } from './findings-chart';
import { OrderChart } from './order-chart';
import { ReasonList } from './reason-list';
import { ReportPart } from './report-part';
import { TeachingPart } from './teaching-part';
import { orderedPoints } from './order-data';

/** More readings of a group at a level nobody reads in a table. */
const MOST_IN_A_CELL = 60;

/** Narrower than this, the page scrolls. */
const WIDE = '(min-width: 1000px) and (min-height: 600px)';
/** Fragment of an address that asks for the report. */
const REPORT_FRAGMENT = 'hand-on';

type PartId =
  | ChartMode
  | 'pairs'
  | 'groups'
  | 'predictions'
  | 'order'
  | 'objects'
  | 'ends'
  | 'left'
  | 'trials'
  | 'conclusion'
  | 'report';
const CHARTED: ReadonlySet<PartId> = new Set(['answer', 'shape', 'hand']);

interface Part {
  readonly id: PartId;
  readonly name: string;
  readonly hasChart: boolean;
}

/** Step 5: what the numbers say, and how sure one can be. */
@Component({
  selector: 'nab-findings',
  imports: [
    AnswerPart,
    ChartPart,
    Keys,
    NzTabsModule,
    TabsName,
    FormsModule,
    NzButtonModule,
    NzSegmentedModule,
    NzTableModule,
    OrderChart,
    ReasonList,
    ReportPart,
    RouterLink,
    SegmentedName,
    TableName,
    TeachingPart,
  ],
  providers: [FindingsChart],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './findings.html',
  styleUrl: './findings.less',
  host: { '[class.wide]': 'wide()' },
})
export class FindingsPage {
  protected readonly store = inject(InvestigationStore);
  protected readonly educator = inject(SessionService).isEducator;

  protected readonly plan = computed(() => this.store.plan().valid());
  protected readonly measure = this.store.measure;
  protected readonly csv = computed(() => `/api/investigations/${this.store.id()}/trials.csv`);
  protected readonly findings = this.store.findings;
  protected readonly whole = inject(FindingsChart).whole;
  /** On a laptop the page is one screen, and its chart fills it. */
  private readonly window = inject(BreakpointObserver);
  protected readonly wide = toSignal(
    this.window.observe(WIDE).pipe(map(({ matches }) => matches)),
    { initialValue: this.window.isMatched(WIDE) },
  );
  /** Words have nothing to draw. */
  protected readonly drawn = computed(() => this.measure().data !== 'words');

  protected readonly readers = [
    { label: 'Plainly', value: 'plain' },
    { label: 'Exactly', value: 'full' },
  ];
  /** As the lesson’s sheets are written, until somebody chooses. */
  protected readonly reader = linkedSignal((): Reader => this.plan().lesson?.reader ?? 'full');

  /** Null where there is no number to say anything of. */
  protected readonly answer = computed(() =>
    this.whole()
      ? findingsAnswer(this.plan(), this.findings(), this.reader(), (seriesId) =>
          this.minutesOf(seriesId),
        )
      : null,
  );
  protected readonly claim = computed(
    () =>
      this.answer()?.claim ??
      (this.drawn()
        ? 'One level alone says nothing about a difference. Test at least two levels.'
        : (verdictsText(this.findings().verdicts) ?? 'The groups wrote down what they saw.')),
  );
  private readonly reasons = computed(() => this.answer()?.reasons.sure ?? []);
  protected readonly found = computed(() => this.answer()?.reasons.found ?? []);
  protected readonly aboutGroups = computed(() =>
    this.reasons().filter(({ about }) => about === 'groups'),
  );
  protected readonly aboutOrder = computed(() =>
    this.reasons().filter(({ about }) => about === 'order'),
  );
  protected readonly groups = computed(() => groupRows(this.plan(), this.findings()));

  /** What can be taken in hand; what is not for a child is left out where it is said plainly. */
  protected readonly parts = computed((): readonly Part[] => {
    const full = this.reader() === 'full';
    const has = (id: PartId, name: string, when: boolean): Part[] =>
      when ? [{ id, name, hasChart: CHARTED.has(id) }] : [];
    const numbers = this.drawn();
    const whole = this.whole();
    const graded = isOrdered(this.store.factor().axis);
    return [
      ...has('answer', 'Answer', true),
      ...has('shape', 'Shape', whole && numbers && full),
      ...has('hand', 'By hand', whole && numbers && graded),
      ...has('pairs', 'Pairs', whole && full && this.pairs().length > 0),
      ...has('groups', 'Groups', whole && numbers && !this.sharesOnly()),
      ...has('predictions', 'Predictions', whole && numbers),
      ...has('order', 'Order and drift', whole && full && this.ordered().length > 2),
      ...has('objects', 'Objects', whole && this.objects().length > 0),
      ...has('ends', 'Ends', whole && this.ends().length > 0),
      ...has('left', 'Left over', whole && this.switched().length > 0),
      ...has('trials', 'Every trial', whole),
      ...has('conclusion', 'Conclusion', whole && this.written().length > 0),
      ...has('report', 'Report and files', this.educator()),
    ];
  });
  private readonly part = signal<PartId>(
    inject(ActivatedRoute).snapshot.fragment === REPORT_FRAGMENT ? 'report' : 'answer',
  );
  protected readonly index = computed(() =>
    Math.max(
      0,
      this.parts().findIndex(({ id }) => id === this.part()),
    ),
  );

  protected show(index: number): void {
    const part = this.parts()[index];
    if (part) this.part.set(part.id);
  }

  /** Claim, evidence and reasoning of each line of readings. */
  protected readonly written = computed(() =>
    conclusionsOf(this.plan(), this.findings(), this.reader()),
  );
  /** Levels that stand in no order are held against each other. */
  protected readonly pairs = computed(() => pairRows(this.plan(), this.findings()));

  protected readonly sharesOnly = computed(() => this.measure().data === 'yes-no');

  /** Trials in the order in which they were made: what drifts is seen there. */
  protected readonly ordered = computed(() => {
    const isNumber = this.drawn() && this.measure().data !== 'yes-no';
    return isNumber ? orderedPoints(this.plan(), this.findings()) : [];
  });
  protected readonly awayLabel = computed(() => {
    const { unit } = this.measure();
    return `above its level’s mean${unit ? `, ${unit}` : ''}`;
  });

  /** Whose predictions were nearer, whether they improved, and what the trials say of Nab’s. */
  protected readonly predicted = computed(() => {
    const { levels, verdicts } = this.findings();
    const numbers = this.measure().data !== 'yes-no';
    return [
      numbers ? scoresText(predictionScores(levels), this.measure()) : null,
      numbers ? foresightText(predictionErrorBeforeAfter(levels, this.store.guesses())) : null,
      this.reader() === 'full' ? beliefText(this.findings()) : null,
      verdictsText(verdicts),
    ].flatMap((text): Statement[] => (text === null ? [] : [{ state: 'rest', text }]));
  });

  /** What one trial more of a line takes at places of the axis, minutes. */
  private minutesOf(seriesId: string | null): MinutesAt {
    const { lesson = USUAL_LESSON } = this.plan();
    return (places) => trialMinutes(this.store.lesson(), seriesId, places, lesson);
  }

  /** Rows of the table: a case, what was read, what was predicted. */
  protected readonly rows = computed(() => levelRows(this.plan(), this.findings()));

  /** What hung with the current off, and after it, level by level. */
  protected readonly switched = computed(() =>
    switchedRows(this.plan(), this.store.cases(), this.store.trials()),
  );
  protected readonly stuckSeen = computed(() =>
    this.switched().some(({ stayed }) => stayed !== '–'),
  );
  /** Both ends, where they were counted apart. */
  protected readonly ends = computed(() =>
    endsRows(this.plan(), this.store.cases(), this.store.trials()),
  );
  /** Object by object, where several are tried. */
  protected readonly objects = computed(() =>
    objectRows(this.plan(), this.store.cases(), this.store.trials(), this.store.predictions()),
  );
  protected readonly objectsSaid = computed(() => objectsConclusion(this.objects()));
  /** What an audience thought before, and what came of it. */
  protected readonly votes = computed(() =>
    this.store.polls().map((poll) => ({
      id: poll.id,
      text: voteText(poll, cameOf(poll, this.store.trials())),
    })),
  );

  /** Readings of each group at each level in the order they were made; a star marks a correction. */
  protected readonly byGroup = computed(() => {
    const keyOf = (...parts: readonly (string | null)[]): string => parts.join(' ');
    const at = new Map<string, Trial[]>();
    for (const trial of this.store.trials()) {
      const { groupId, levelId, seriesId } = trial.current;
      const key = keyOf(groupId, levelId, seriesId);
      const there = at.get(key);
      if (there) there.push(trial);
      else at.set(key, [trial]);
    }
    return this.plan().groups.map(({ id, name }) => ({
      id,
      name,
      cells: this.store.cases().map(({ levelId, seriesId }) => ({
        key: keyOf(levelId, seriesId),
        text: this.cellText(at.get(keyOf(id, levelId, seriesId)) ?? []),
      })),
    }));
  });

  private cellText(trials: readonly Trial[]): string {
    const texts = trials.slice(0, MOST_IN_A_CELL).map(({ current, history }) => {
      const text = outcomeText(this.measure(), current.outcome, this.plan().objects);
      return `${text}${history.length > 1 ? '*' : ''}`;
    });
    const more = trials.length - texts.length;
    if (more > 0) texts.push(`and ${more} more, in the files`);
    return texts.join(this.measure().data === 'count' ? ', ' : '; ');
  }
}
