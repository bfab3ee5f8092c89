import {
  ChangeDetectionStrategy,
  Component,
  effect,
  ElementRef,
  inject,
  input,
  viewChild,
} from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzSegmentedModule } from 'ng-zorro-antd/segmented';
import { NzSelectModule } from 'ng-zorro-antd/select';
import { SegmentedName, SelectRole } from '../../ui/accessibility';
import { asPng, asSvg, fontFaces, markerColour, markerPath, TrialChart } from '../../ui/charts';
import { fileName, saveFile } from '../../platform/files';
import { InvestigationStore } from '../../investigation';
import { SessionService } from '../../platform/session';
import type { BandChoice } from './chart-data';
import { FindingsChart } from './findings-chart';
import { OwnLineHands } from './own-line';
import { ReadingLine } from './reading-line';

/** Content next to the chart: what is put in, the choice of curve, or what is done by hand. */
export type ChartMode = 'answer' | 'shape' | 'hand';

/** The chart of all trials, with the curve that is chosen, a line of one’s own, and what is read off. */
@Component({
  selector: 'nab-findings-chart',
  imports: [
    FormsModule,
    NzButtonModule,
    NzSegmentedModule,
    NzSelectModule,
    OwnLineHands,
    ReadingLine,
    RouterLink,
    SegmentedName,
    SelectRole,
    TrialChart,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './chart-part.html',
  styleUrl: './chart-part.less',
  host: { '[class.fill]': 'fill()' },
})
export class ChartPart {
  private readonly store = inject(InvestigationStore);
  protected readonly state = inject(FindingsChart);
  protected readonly educator = inject(SessionService).isEducator;
  readonly mode = input<ChartMode>('answer');
  /** Whether the chart takes the height that its place has. */
  readonly fill = input(false);
  protected readonly plan = this.state.plan;

  constructor() {
    effect(() => this.state.byHand.set(this.mode() === 'hand'));
  }
  protected readonly markerPath = markerPath;
  protected readonly markerColour = markerColour;
  protected readonly bars = [
    { label: 'SD', value: 'deviation' },
    { label: 'SE', value: 'error' },
    { label: '95 %', value: 'interval' },
  ];
  protected readonly axes = [
    { label: 'Plain', value: 'plain' },
    { label: 'Log–log', value: 'log' },
  ];

  protected readonly bands: { label: string; value: BandChoice }[] = [
    { label: 'As first said', value: 'before' },
    { label: 'As learnt', value: 'learnt' },
    { label: 'Both', value: 'both' },
  ];
  protected readonly kinds = [
    { label: 'Points', value: 'points' },
    { label: 'Bars', value: 'bars' },
  ];

  private readonly picture = viewChild.required(TrialChart, { read: ElementRef });

  /** The chart as a file, with what it is and what was laid through it. */
  protected async keep(as: 'svg' | 'png'): Promise<void> {
    const host = (this.picture() as ElementRef<HTMLElement>).nativeElement;
    const { title } = this.plan();
    const equations = this.state
      .lines()
      .map(({ name, equation }) => (name ? `${name}: ` : '') + equation);
    const invented = this.store.demo() ? ['invented data'] : [];
    const words = {
      title: `${this.state.chart().upLabel} against ${this.state.chart().across.label}`,
      caption: [title, ...equations, `bars: ${this.state.barName()}`, ...invented].join(' · '),
      key: this.state.chart().groups,
    };
    // Without the page's letters it is a picture still.
    const faces = await fontFaces().catch(() => '');
    const svg = asSvg(host.querySelector('svg')!, words, faces);
    const content = as === 'svg' ? new Blob([svg], { type: 'image/svg+xml' }) : await asPng(svg);
    saveFile(`${fileName(title)}.${as}`, content);
  }
}
