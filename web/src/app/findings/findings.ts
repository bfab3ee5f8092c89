import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { CoreError, evaluateMagnet, formatNumber, predictiveBand, PRIOR_BELIEF } from '@nab/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import {
  markerColour,
  markerPath,
  TrialChart,
  type ChartCurve,
  type TrialChartData,
} from '../charts/trial-chart';
import { Notice } from '../frame/notice';
import { InvestigationStore } from '../investigation/investigation-store';
import { bandText, countText, objectWord, percentText } from '../words';
import { analyse } from './analysis';

const CURVE_POINTS = 24;

/** Step 5: what the numbers say, and how sure one can be. */
@Component({
  selector: 'nab-findings',
  imports: [NzButtonModule, Notice, RouterLink, TrialChart],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './findings.html',
  styleUrl: './findings.less',
})
export class FindingsPage {
  protected readonly store = inject(InvestigationStore);
  protected readonly markerPath = markerPath;
  protected readonly markerColour = markerColour;
  protected readonly bandText = bandText;
  protected readonly countText = countText;
  protected readonly number = formatNumber;

  protected readonly plan = computed(() => this.store.plan().valid());
  protected readonly object = computed(() => this.store.design().valid().load);
  protected readonly many = computed(() => objectWord(this.object(), 2));
  protected readonly csv = computed(() => `/api/investigations/${this.store.id()}/trials.csv`);

  protected readonly findings = computed(() =>
    analyse(this.plan(), this.store.levels(), this.store.trials(), this.store.predictions()),
  );

  /** The model between the levels, so that the band is a band and not five boxes. */
  private readonly curve = computed((): ChartCurve[] => {
    const turns = this.store.levels().map((level) => level.turns);
    const [least, most] = [Math.min(...turns), Math.max(...turns)];
    const magnet = this.store.restingMagnet();
    return Array.from({ length: CURVE_POINTS }, (_, i) => {
      const at = Math.round(least + ((most - least) * i) / (CURVE_POINTS - 1));
      try {
        const design = { ...magnet, winding: { ...magnet.winding, turns: at } };
        const band = predictiveBand(PRIOR_BELIEF, evaluateMagnet(design).liftedCount);
        return { turns: at, low: band.low, median: band.median, high: band.high };
      } catch (error) {
        if (error instanceof CoreError) return null;
        throw error;
      }
    }).filter((point) => point !== null);
  });

  protected readonly chart = computed((): TrialChartData => {
    const { groups, traySize } = this.plan();
    const turnsOf = new Map(this.store.levels().map(({ id, turns }) => [id, turns]));
    const groupAt = new Map(groups.map(({ id }, i) => [id, i]));
    const points = this.store.trials().map(({ current }) => {
      const turns = turnsOf.get(current.levelId) ?? 0;
      const group = groupAt.get(current.groupId) ?? 0;
      return {
        turns,
        group,
        count: current.count,
        label: `${groups[group]?.name ?? ''}: ${current.count} ${objectWord(this.object(), current.count)} at ${turns} turns`,
      };
    });
    const { fit, levels } = this.findings();
    const at = points.map((point) => point.turns);
    const end = (turns: number) => ({
      turns,
      count: fit ? fit.intercept + fit.slope * turns : 0,
    });
    return {
      points,
      groups: groups.map((group) => group.name),
      means: levels
        .filter((level) => level.summary !== null)
        .map((level) => ({
          turns: level.turns,
          mean: level.summary!.mean,
          half: level.summary!.interval95,
        })),
      curve: this.curve(),
      fit: fit && [end(Math.min(...at)), end(Math.max(...at))],
      equation: this.equation(),
      objects: this.many(),
      traySize,
    };
  });

  protected readonly equation = computed(() => {
    const { fit } = this.findings();
    if (!fit) return '';
    const sign = fit.intercept < 0 ? '−' : '+';
    return `lifted = ${formatNumber(fit.slope)} × turns ${sign} ${formatNumber(Math.abs(fit.intercept))}`;
  });

  /** What can be said of the slope, no stronger than the data. */
  protected readonly conclusion = computed(() => {
    const { fit } = this.findings();
    if (!fit) return null;
    const slope = `${formatNumber(fit.slope)} ± ${formatNumber(fit.slopeInterval95, 2)} ${this.many()} per turn`;
    const clear = Math.abs(fit.slope) > fit.slopeInterval95;
    if (!clear) {
      return {
        state: 'caution' as const,
        text: `The slope is ${slope} (95 % interval), so these trials do not show that turns make a difference.`,
      };
    }
    return {
      state: 'rest' as const,
      text: `Each extra turn lifts ${slope} (95 % interval) between the smallest and the largest level. The line explains ${percentText(fit.rSquared)} of the spread; what happens beyond these levels was not tried.`,
    };
  });

  protected readonly model = computed(() => {
    const { trials, inBand } = this.findings();
    const belief = this.store.belief();
    const factor = Math.exp(belief.mean);
    const than =
      factor >= 1
        ? `${formatNumber(factor, 2)} times what Nab expected`
        : `${percentText(factor)} of what Nab expected`;
    return `${inBand} of ${trials} trials fell inside Nab’s 90 % band. This class’s magnets lift about ${than}; Nab’s prediction on the Magnet page has learnt that.`;
  });

  /** Counts of each group at each level in the order they were made; a star marks a correction. */
  protected readonly byGroup = computed(() =>
    this.plan().groups.map(({ id, name }) => ({
      id,
      name,
      cells: this.findings().levels.map((level) => ({
        id: level.id,
        text: this.store
          .trials()
          .filter(({ current }) => current.groupId === id && current.levelId === level.id)
          .map(({ current, history }) => `${current.count}${history.length > 1 ? '*' : ''}`)
          .join(', '),
      })),
    })),
  );

  protected inBand(level: {
    summary: { mean: number } | null;
    band: { low: number; high: number };
  }): string {
    if (!level.summary) return '–';
    const { mean } = level.summary;
    return mean >= level.band.low && mean <= level.band.high ? 'yes' : 'no';
  }
}
