import { SegmentedName, TableName } from '../../ui/accessibility';
import { NzTableModule } from 'ng-zorro-antd/table';
import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { NzSegmentedModule } from 'ng-zorro-antd/segmented';
import { RouterLink } from '@angular/router';
import { cameOf, USUAL_LESSON, type Trial } from '@nab/contract/lesson';
import { predictionErrorBeforeAfter, predictionScores, trialMinutes } from '@nab/core/lesson';
import {
  allSentences,
  beliefText,
  checkSentences,
  censoredText,
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
} from '@nab/words/findings';
import { outcomeText, verdictsText, voteText } from '@nab/words/lesson';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { Notice } from '../../ui/notices';
import { SessionService } from '../../platform/session';
import { InvestigationStore } from '../../investigation';
import { ChartPart } from './chart-part';
import { OrderChart } from './order-chart';
import { ReportPart } from './report-part';
import { TeachingPart } from './teaching-part';
import { orderedPoints } from './order-data';
import { afterFirstPaint } from './whole-page';

/** More readings of a group at a level nobody reads in a table. */
const MOST_IN_A_CELL = 60;

/** Of more trials the points are drawn before anything is computed from them. */
const MOST_AT_ONCE = 2000;

/** Step 5: what the numbers say, and how sure one can be. */
@Component({
  selector: 'nab-findings',
  imports: [
    ChartPart,
    FormsModule,
    Notice,
    NzButtonModule,
    NzSegmentedModule,
    NzTableModule,
    OrderChart,
    ReportPart,
    RouterLink,
    SegmentedName,
    TableName,
    TeachingPart,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './findings.html',
  styleUrl: './findings.less',
})
export class FindingsPage {
  protected readonly store = inject(InvestigationStore);
  protected readonly educator = inject(SessionService).isEducator;

  protected readonly plan = computed(() => this.store.plan().valid());
  protected readonly measure = this.store.measure;
  protected readonly csv = computed(() => `/api/investigations/${this.store.id()}/trials.csv`);
  protected readonly findings = this.store.findings;
  private readonly painted = afterFirstPaint();
  /** Whether what is made of the trials is there too, not only the trials. */
  protected readonly whole = computed(
    () => this.painted() || this.findings().trials <= MOST_AT_ONCE,
  );
  /** Words have nothing to draw. */
  protected readonly drawn = computed(() => this.measure().data !== 'words');

  /** What can be said, no stronger than the data, of each line of readings. */
  protected readonly conclusions = computed(() => [
    ...allSentences(this.plan(), this.findings(), (seriesId) => this.minutesOf(seriesId)),
    ...checkSentences(this.plan(), this.findings()),
  ]);
  protected readonly censored = computed(() => censoredText(this.findings()));

  protected readonly readers = [
    { label: 'Plainly', value: 'plain' },
    { label: 'Exactly', value: 'full' },
  ];
  /** As the lesson’s sheets are written, until somebody chooses. */
  protected readonly reader = linkedSignal((): Reader => this.plan().lesson?.reader ?? 'full');

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

  /** The groups' predictions and Nab's by the same number. */
  protected readonly scores = computed(() => {
    if (!this.drawn() || this.measure().data === 'yes-no') return null;
    return scoresText(predictionScores(this.findings().levels), this.measure());
  });

  /** Whether the groups foresaw more once they had tried something. */
  protected readonly foresight = computed(() => {
    if (!this.drawn() || this.measure().data === 'yes-no') return null;
    return foresightText(predictionErrorBeforeAfter(this.findings().levels, this.store.guesses()));
  });

  protected readonly model = computed(() => beliefText(this.findings()));

  protected readonly verdicts = computed(() => verdictsText(this.findings().verdicts));

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
