import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import {
  newCompassSet,
  newDesign,
  newFilings,
  newNeedle,
  newPermanent,
  newShell,
  newSpinner,
  newTrack,
  toCompassSet,
  toFilingSource,
  toMagnetDesign,
  toNeedle,
  toPermanent,
  toRollingCell,
  toShellMagnet,
  toSpinner,
} from '@nab/contract/experiments';
import {
  countBelief,
  evaluateCompassSet,
  evaluateMagnet,
  evaluateNeedle,
  evaluatePermanent,
  evaluateRollingCell,
  evaluateShell,
  evaluateSpinner,
} from '@nab/core/experiments';
import { Cutaway } from '../../ui/cutaway';
import { Stage } from '../../ui/drawing';
import { Compass } from '../../workbench/compass';
import { TrackDrawing } from '../../workbench/rolling-cell/track-drawing';
import { ShellDrawing } from '../../workbench/shell-magnet/shell-drawing';
import { SpinnerDrawing } from '../../workbench/spinner/spinner-drawing';
import { sourceMarks } from '../filings/source-marks';
import { NeedleDrawing } from '../needle/needle-drawing';
import { PermanentDrawing } from '../permanent/permanent-drawing';
import { BenchDrawing } from '../trainer/bench-drawing';

/** What a station looks like, small: drawn by the station's own code, with what it begins with. */
@Component({
  selector: 'nab-station-sketch',
  imports: [
    BenchDrawing,
    Compass,
    Cutaway,
    NeedleDrawing,
    PermanentDrawing,
    ShellDrawing,
    SpinnerDrawing,
    Stage,
    TrackDrawing,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  // Only a picture: the link around it says what it is, and nothing in it can be taken in hand.
  host: { 'aria-hidden': 'true', inert: '' },
  styleUrl: './station-sketch.less',
  template: `
    <div nabStage>
      @switch (station()) {
        @case ('/wire-and-compass') {
          <nab-compass [degrees]="degrees()" [wire]="true" />
        }
        @case ('/filings') {
          <svg viewBox="-50 -30 100 60">
            @for (mark of marks; track $index) {
              <rect
                [attr.x]="mark.x - mark.width / 2"
                [attr.y]="mark.y - mark.height / 2"
                [attr.width]="mark.width"
                [attr.height]="mark.height"
                fill="var(--nab-steel)"
                fill-opacity="0.25"
                stroke="var(--nab-ink)"
                stroke-width="0.8"
              />
            }
          </svg>
        }
        @case ('/needle') {
          <nab-needle-drawing [needle]="needle" [evaluation]="needleDoes()" />
        }
        @case ('/permanent') {
          <nab-permanent-drawing
            [magnet]="permanent"
            [evaluation]="permanentDoes()"
            [nail]="nail"
          />
        }
        @case ('/track') {
          <nab-track-drawing [design]="track" [evaluation]="trackDoes()" [way]="0.1" />
        }
        @case ('/spinner') {
          <nab-spinner-drawing [design]="spinner" [evaluation]="spinnerDoes()" />
        }
        @case ('/trainer') {
          <nab-bench-drawing part="cells" [on]="false" [series]="3" [count]="null" />
        }
        @case ('/guess') {
          <nab-cutaway [magnet]="drawn" objects="clips" [still]="true" />
        }
        @case ('/shell-magnet') {
          <nab-shell-drawing [shell]="shell" [build]="shellDoes().build" load="" gap="" />
        }
      }
    </div>
  `,
})
export class StationSketch {
  readonly station = input.required<string>();
  // Each is evaluated when it is drawn: a sketch shows one of them.
  protected readonly nail = toMagnetDesign(newDesign());
  protected readonly degrees = computed(
    () => (-180 * evaluateCompassSet(toCompassSet(newCompassSet())).deflection) / Math.PI,
  );
  protected readonly marks = sourceMarks(toFilingSource(newFilings()));
  protected readonly needle = toNeedle(newNeedle(), new Date());
  protected readonly needleDoes = computed(() => evaluateNeedle(this.needle));
  protected readonly permanent = toPermanent(newPermanent());
  protected readonly permanentDoes = computed(() => evaluatePermanent(this.permanent, this.nail));
  protected readonly track = toRollingCell(newTrack());
  protected readonly trackDoes = computed(() => evaluateRollingCell(this.track));
  protected readonly spinner = toSpinner(newSpinner());
  protected readonly spinnerDoes = computed(() => evaluateSpinner(this.spinner));
  protected readonly shell = toShellMagnet(newShell());
  protected readonly shellDoes = computed(() => evaluateShell(this.shell));
  protected readonly drawn = computed(() => ({
    design: this.nail,
    evaluation: evaluateMagnet(this.nail),
    belief: countBelief(this.nail),
  }));
}
