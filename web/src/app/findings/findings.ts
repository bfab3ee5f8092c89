import { TableName } from '../accessibility';
import { NzTableModule } from 'ng-zorro-antd/table';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { formatNumber, isGraded, type LevelFinding, type LineFit } from '@nab/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { markerColour, markerPath, TrialChart } from '../charts';
import { Notice } from '../notices';
import { InvestigationStore } from '../investigation';
import {
  inUnitOf,
  measuredBand,
  measuredText,
  outcomeText,
  verdictsText,
  percentText,
} from '@nab/words';
import { trialChartData } from './chart-data';

/** Step 5: what the numbers say, and how sure one can be. */
@Component({
  selector: 'nab-findings',
  imports: [Notice, NzButtonModule, NzTableModule, RouterLink, TableName, TrialChart],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './findings.html',
  styleUrl: './findings.less',
})
export class FindingsPage {
  protected readonly store = inject(InvestigationStore);
  protected readonly markerPath = markerPath;
  protected readonly markerColour = markerColour;

  protected readonly plan = computed(() => this.store.plan().valid());
  protected readonly measure = this.store.measure;
  protected readonly csv = computed(() => `/api/investigations/${this.store.id()}/trials.csv`);
  protected readonly findings = this.store.findings;
  private readonly inUnit = computed(() => inUnitOf(this.measure()));
  /** Words have nothing to draw. */
  protected readonly drawn = computed(() => this.measure().data !== 'words');
  protected readonly graded = computed(() => isGraded(this.store.factor().axis));

  protected readonly chart = computed(() =>
    trialChartData(
      this.plan(),
      this.store.lesson(),
      this.store.cases(),
      this.findings(),
      this.store.trials(),
    ),
  );

  protected readonly someUnusual = computed(() =>
    this.findings().points.some(({ unusual }) => unusual),
  );

  /** The straight line of each series, in the axes' units. */
  protected readonly lines = computed(() => {
    const unit = this.inUnit();
    return this.findings().series.flatMap(({ seriesId, fit }) => {
      if (!fit) return [];
      const name = this.store.cases().find((one) => one.seriesId === seriesId)?.seriesName ?? '';
      return [{ name, equation: this.equationOf(fit), ...this.slopeOf(fit, unit) }];
    });
  });

  private equationOf(fit: LineFit): string {
    const unit = this.inUnit();
    const sign = fit.intercept < 0 ? '−' : '+';
    const { data, axis } = this.measure();
    const what = data === 'count' ? 'read' : axis.toLowerCase();
    return `${what} = ${formatNumber(unit(fit.slope))} × ${this.factorWord()} ${sign} ${formatNumber(Math.abs(unit(fit.intercept)))}`;
  }

  private slopeOf(fit: LineFit, unit: (si: number) => number) {
    return {
      slope: formatNumber(unit(fit.slope)),
      error: formatNumber(unit(fit.slopeError), 2),
      interval: formatNumber(unit(fit.slopeInterval95), 2),
      rSquared: fit.rSquared,
      clear: Math.abs(fit.slope) > fit.slopeInterval95,
      n: fit.n,
    };
  }

  /** The factor's unit as a word: turns, cells, mm. */
  protected readonly word = computed(() => {
    const { axis } = this.store.factor();
    return axis.kind === 'quantity' || axis.kind === 'number' ? axis.unit || 'level' : 'level';
  });
  /** The factor as it stands in an equation. */
  private readonly factorWord = computed(() => {
    const { axis, name } = this.store.factor();
    if (axis.kind === 'number' && axis.unit !== '' && axis.unit !== '%') return axis.unit;
    return name.split(',')[0]!.toLowerCase();
  });
  protected readonly per = computed(() => {
    const { axis } = this.store.factor();
    return axis.kind === 'number' ? (axis.one ?? axis.unit) || 'step' : this.word();
  });
  protected readonly readingUnit = computed(() => {
    const { unit, data } = this.measure();
    return unit || (data === 'count' ? 'objects' : '');
  });

  /** What can be said, no stronger than the data. */
  protected readonly conclusions = computed(() =>
    this.lines().map(({ name, slope, interval, clear, rSquared }) => {
      const said = `${slope} ± ${interval} ${this.readingUnit()} per ${this.per()} (95 % interval)`;
      const of = name ? `${name}: ` : '';
      return clear
        ? {
            state: 'rest' as const,
            text: `${of}Each further ${this.per()} makes ${said} between the lowest and the highest level. The line explains ${percentText(rSquared)} of the spread; what happens beyond these levels was not tried.`,
          }
        : {
            state: 'caution' as const,
            text: `${of}The slope is ${said}, so these trials do not show that ${this.store.factor().phrase} makes a difference.`,
          };
    }),
  );

  protected readonly model = computed(() => {
    const { compared, inBand, belief } = this.findings();
    if (belief === null || compared === 0) return null;
    const factor = Math.exp(belief.mean);
    const than =
      factor >= 1
        ? `${formatNumber(factor, 2)} times what Nab expected`
        : `${percentText(factor)} of what Nab expected`;
    return `${inBand} of ${compared} trials fell inside Nab’s 90 % band of the day they were made. This class reads about ${than}; Nab’s predictions for it have learnt that.`;
  });

  protected readonly verdicts = computed(() => verdictsText(this.findings().verdicts));

  /** Rows of the table: a case, what was read, what was predicted. */
  protected readonly rows = computed(() => {
    const measure = this.measure();
    const text = (value: number | null | undefined): string =>
      value === null || value === undefined || !Number.isFinite(value)
        ? '–'
        : measuredText(measure, value);
    return this.findings().levels.map((level) => ({
      key: `${level.levelId} ${level.seriesId ?? ''}`,
      name:
        this.store
          .cases()
          .find((one) => one.levelId === level.levelId && one.seriesId === level.seriesId)?.name ??
        '',
      trials: level.summary?.n ?? 0,
      mean: text(level.summary?.mean),
      deviation: text(level.summary?.deviation),
      interval: intervalText(level, text),
      guess: text(level.guess),
      model: text(level.model),
      band: level.band ? measuredBand(measure, level.band) : '–',
      inBand: inBand(level),
    }));
  });

  /** Readings of each group at each level in the order they were made; a star marks a correction. */
  protected readonly byGroup = computed(() =>
    this.plan().groups.map(({ id, name }) => ({
      id,
      name,
      cells: this.store.cases().map((one) => ({
        key: `${one.levelId} ${one.seriesId ?? ''}`,
        text: this.store
          .trials()
          .filter(
            ({ current }) =>
              current.groupId === id &&
              current.levelId === one.levelId &&
              current.seriesId === one.seriesId,
          )
          .map(({ current, history }) => {
            const text = outcomeText(this.measure(), current.outcome, this.plan().objects);
            return `${text}${history.length > 1 ? '*' : ''}`;
          })
          .join(this.measure().data === 'count' ? ', ' : '; '),
      })),
    })),
  );
}

function intervalText(
  { summary }: LevelFinding,
  text: (value: number | null | undefined) => string,
): string {
  if (!summary || !Number.isFinite(summary.interval95)) return '–';
  const low = Math.max(0, summary.mean - summary.interval95);
  return `${text(low)} to ${text(summary.mean + summary.interval95)}`;
}

function inBand({ summary, band }: LevelFinding): string {
  if (!summary || !band) return '–';
  return summary.mean >= band.low && summary.mean <= band.high ? 'yes' : 'no';
}
