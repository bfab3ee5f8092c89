import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { BreakpointObserver } from '@angular/cdk/layout';
import { takeUntilDestroyed, toObservable, toSignal } from '@angular/core/rxjs-interop';
import { map } from 'rxjs';
import { cameOf, spokenCode } from '@nab/contract/lesson';
import { howMany } from '@nab/words/terms';
import { clearingSteps, voteText } from '@nab/words/lesson';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NgTemplateOutlet } from '@angular/common';
import { Router } from '@angular/router';
import { LessonService } from '../../investigation';
import { markerColour, markerPath, TrialChart } from '../../ui/charts';
import { AddressCode } from '../../ui/codes';
import { bandsOf, casesBetween, pointsOf, trialChartData } from '../findings/chart-data';
import { InvestigationStore } from '../../investigation';
import { benches, readText } from '../room';
import { Keys } from '../../ui/keys';
import { BoardClaim } from './board-claim';
import { BOARD_VIEWS, chosenView, VIEW_NAMES, viewOf, type BoardView } from './board-view';
import { LessonClock } from './lesson-clock';
import { predictedChart } from './predicted-points';
import { ranked } from './ranking';
import { VoteResult } from './vote-result';

/** A vote stays on the board for so long after it was opened, once it is known what came of it. */
const VOTE_STAYS_MS = 180_000;
/** And so long where no trial followed it. */
const UNANSWERED_STAYS_MS = 1_800_000;
/** Narrower than this the board is a page that scrolls. */
const WIDE = '(min-width: 761px) and (min-height: 500px)';
/** Of more groups there is no room to say where each of them is. */
const FEW = 6;
/** How many readings are told as they arrive. */
const LATEST = 3;

/** For the projector: what is read as it arrives, who is where, what comes next. Reads only. */
@Component({
  selector: 'nab-board',
  imports: [
    AddressCode,
    BoardClaim,
    Keys,
    NgTemplateOutlet,
    NzButtonModule,
    TrialChart,
    VoteResult,
  ],
  providers: [LessonService, InvestigationStore, LessonClock],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './board.html',
  styleUrl: './board.less',
  host: { '[class.wide]': 'wide()' },
})
export class BoardPage {
  readonly id = input.required<string>();
  /** The view that was chosen by hand, from the address. */
  readonly view = input<string>();
  private readonly router = inject(Router);
  protected readonly store = inject(InvestigationStore);
  protected readonly clock = inject(LessonClock).at;
  protected readonly markerPath = markerPath;
  protected readonly markerColour = markerColour;
  protected readonly spoken = spokenCode;
  protected readonly FEW = FEW;

  /** A projector: everything on one screen. */
  private readonly window = inject(BreakpointObserver);
  protected readonly wide = toSignal(
    this.window.observe(WIDE).pipe(map(({ matches }) => matches)),
    { initialValue: this.window.isMatched(WIDE) },
  );

  protected readonly room = this.store.room;
  protected readonly plan = computed(() => this.store.plan().valid());
  /** Words and lists of objects have nothing to draw. */
  protected readonly drawn = computed(
    () => !['words', 'objects'].includes(this.store.measure().data),
  );
  private readonly before = computed(() =>
    bandsOf(this.plan(), this.store.cases(), casesBetween(this.store.lesson())),
  );
  protected readonly chart = computed(() => {
    const [plan, cases, findings] = [this.plan(), this.store.cases(), this.store.findings()];
    const points = pointsOf(plan, cases, findings, this.store.trials());
    return trialChartData({
      plan,
      cases,
      findings,
      points,
      before: this.before(),
      learnt: new Map(),
    });
  });

  private readonly inOrder = benches(this.plan, this.room, this.store.trials, this.store.cases);
  /** In the order of the plan, so that a group finds itself; by what they read only when that is wanted. */
  protected readonly benches = computed(() => {
    const marked = this.inOrder().map((bench, mark) => ({ ...bench, mark }));
    return this.room()?.ranked ? ranked(marked, this.store.findings()) : marked;
  });
  /** Whether a group has no tablet yet. */
  protected readonly missing = computed(() => this.benches().some(({ tablet }) => tablet === null));
  protected readonly byHand = computed(() => chosenView(this.view()));
  /** What is shown: what was chosen by hand, or what the lesson asks for. */
  protected readonly shown = computed(
    () =>
      this.byHand() ??
      viewOf({
        phase: this.clock()?.id ?? null,
        ended: this.room()?.ended ?? false,
        awaited: this.missing() && (this.room()?.code ?? null) !== null,
        trials: this.store.trials().length,
        planned: this.benches().reduce((sum, { planned }) => sum + planned, 0),
      }),
  );
  /** Where all groups share one tablet, nobody joins. */
  protected readonly views = computed(() =>
    BOARD_VIEWS.map((id, i) => ({ id, name: VIEW_NAMES[id], key: `${i + 1}` })).filter(
      ({ id }) => id !== 'join' || (this.room()?.code ?? null) !== null,
    ),
  );
  protected readonly predicted = computed(() =>
    predictedChart(this.plan(), this.store.cases(), this.store.predictions(), this.chart()),
  );
  protected readonly clearing = computed(() =>
    clearingSteps({ measure: this.store.measure(), document: this.store.restingDesign() }),
  );

  /** The last readings, the newest first, in the order in which they arrived. */
  protected readonly latest = computed(() => {
    const names = new Map(this.plan().groups.map(({ id, name }) => [id, name]));
    return [...this.store.trials()]
      .sort((p, q) => q.current.arrival - p.current.arrival)
      .slice(0, LATEST)
      .map(({ id, current }) => ({
        id,
        text: `${names.get(current.groupId) ?? ''}: ${readText(this.plan(), current)}`,
      }));
  });
  protected readonly unusual = computed(() => {
    const odd = this.store.findings().points.filter(({ unusual }) => unusual).length;
    return odd === 0 ? '' : `${howMany(odd, 'reading')} far from the others: look again`;
  });

  /** The vote that is open, or whose answer is still news; null when the readings are shown. */
  protected readonly vote = computed(() => {
    const last = this.store.polls().at(-1);
    // An answer gives way to what is chosen by hand, an open vote does not.
    if (!last || (last.closedAt !== null && this.byHand() !== null)) return null;
    const age = Date.now() - Date.parse(last.openedAt);
    const stays = this.came(last) === null ? UNANSWERED_STAYS_MS : VOTE_STAYS_MS;
    return last.closedAt === null || age < stays ? last : null;
  });
  /** What was asked before, what most said, and what came of it; newest first. */
  protected readonly votes = computed(() => {
    const shown = this.vote();
    return this.store
      .polls()
      .filter((poll) => poll !== shown)
      .reverse()
      .map((poll) => ({ id: poll.id, text: voteText(poll, this.came(poll)) }));
  });

  constructor() {
    toObservable(this.id)
      .pipe(takeUntilDestroyed())
      .subscribe((id) => this.store.open(id));
  }

  /** Shows a view; null goes back to following the lesson. */
  protected show(view: BoardView | null): void {
    void this.router.navigate([], { queryParams: { view }, replaceUrl: true });
  }

  protected came(poll: Parameters<typeof cameOf>[0]): number | null {
    return cameOf(poll, this.store.trials());
  }
}
