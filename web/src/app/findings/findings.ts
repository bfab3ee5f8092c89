import { SegmentedName, TableName } from '../accessibility';
import { NzTableModule } from 'ng-zorro-antd/table';
import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { NzSegmentedModule } from 'ng-zorro-antd/segmented';
import { RouterLink } from '@angular/router';
import { formatNumber, isGraded, predictionScores, type LevelFinding } from '@nab/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { Notice } from '../notices';
import { InvestigationStore } from '../investigation';
import {
  conclusionOf,
  inUnitOf,
  levelWords,
  measuredBand,
  measuredText,
  outcomeText,
  verdictsText,
  percentText,
  saidOf,
  scoresText,
  type Reader,
} from '@nab/words';
import { ChartPart } from './chart-part';
import { OrderChart } from './order-chart';
import { orderedPoints } from './order-data';

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
    RouterLink,
    SegmentedName,
    TableName,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './findings.html',
  styleUrl: './findings.less',
})
export class FindingsPage {
  protected readonly store = inject(InvestigationStore);

  protected readonly plan = computed(() => this.store.plan().valid());
  protected readonly measure = this.store.measure;
  protected readonly csv = computed(() => `/api/investigations/${this.store.id()}/trials.csv`);
  protected readonly findings = this.store.findings;
  private readonly inUnit = computed(() => inUnitOf(this.measure()));
  /** Words have nothing to draw. */
  protected readonly drawn = computed(() => this.measure().data !== 'words');

  /** What can be said, no stronger than the data, of each line of readings. */
  protected readonly conclusions = computed(() =>
    this.findings().series.flatMap(({ seriesId, analysis }) => {
      if (!analysis) return [];
      const name = this.store.cases().find((one) => one.seriesId === seriesId)?.seriesName ?? '';
      const { phrase } = this.store.factor();
      return saidOf(analysis, this.store.factor(), this.measure(), phrase).map((said) => ({
        ...said,
        text: name ? `${name}: ${said.text}` : said.text,
      }));
    }),
  );

  protected readonly readers = [
    { label: 'Plainly', value: 'plain' },
    { label: 'Exactly', value: 'full' },
  ];
  /** As the lesson’s sheets are written, until somebody chooses. */
  protected readonly reader = linkedSignal((): Reader => this.plan().lesson?.reader ?? 'full');

  /** Claim, evidence and reasoning of each line of readings. */
  protected readonly written = computed(() => {
    if (!this.drawn() || this.measure().data === 'yes-no') return [];
    const names = (level: number): string => levelWords(this.plan(), this.plan().levels[level]!.id);
    const asked = {
      factor: this.store.factor(),
      factorId: this.plan().factor,
      measure: this.measure(),
    };
    return this.findings().series.flatMap(({ seriesId, analysis }) => {
      const made = analysis && conclusionOf(analysis, asked, names, this.reader());
      return made ? [{ ...made, name: levelWords(this.plan(), seriesId) }] : [];
    });
  });

  /** Levels that stand in no order are held against each other. */
  protected readonly pairs = computed(() => {
    if (isGraded(this.store.factor().axis)) return [];
    const measure = this.measure();
    const unit = this.inUnit();
    const nameOf = (level: number): string => {
      const { id } = this.plan().levels[level]!;
      return this.store.cases().find(({ levelId }) => levelId === id)?.levelName ?? '';
    };
    return this.findings().series.flatMap(({ seriesId, analysis }) => {
      const name = this.store.cases().find((one) => one.seriesId === seriesId)?.seriesName ?? '';
      return (analysis?.pairs ?? []).map(({ first, second, difference, interval95, p }) => {
        // The larger first, so that every difference says how much more.
        const [more, less] = difference < 0 ? [first, second] : [second, first];
        const size = Math.abs(difference);
        return {
          name: `${name ? `${name}: ` : ''}${nameOf(more)} against ${nameOf(less)}`,
          difference: signed(unit(size), measure.unit),
          interval: `${signed(unit(size - interval95), '')} to ${signed(unit(size + interval95), measure.unit)}`,
          chance: p < 0.001 ? 'under 1 in 1000' : formatNumber(p, 2),
        };
      });
    });
  });

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
    // What is computed from whole numbers is none, and pupils check it by hand.
    const computed = (value: number | undefined): string =>
      value === undefined || !Number.isFinite(value)
        ? '–'
        : `${formatNumber(this.inUnit()(value), 3)} ${measure.unit}`.trim();
    return this.findings().levels.map((level) => ({
      key: `${level.levelId} ${level.seriesId ?? ''}`,
      name:
        this.store
          .cases()
          .find((one) => one.levelId === level.levelId && one.seriesId === level.seriesId)?.name ??
        '',
      trials: level.summary?.n ?? 0,
      mean: computed(level.summary?.mean),
      deviation: computed(level.summary?.deviation),
      interval: intervalText(level, computed),
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
  text: (value: number | undefined) => string,
): string {
  if (!summary || !Number.isFinite(summary.interval95)) return '–';
  const low = Math.max(0, summary.mean - summary.interval95);
  return `${text(low)} to ${text(summary.mean + summary.interval95)}`;
}

function inBand({ summary, band }: LevelFinding): string {
  if (!summary || !band) return '–';
  return summary.mean >= band.low && summary.mean <= band.high ? 'yes' : 'no';
}

/** A difference with its sign, in the axis' unit. */
function signed(value: number, unit: string): string {
  return `${value > 0 ? '+' : ''}${formatNumber(value, 2)} ${unit}`.trim();
}
