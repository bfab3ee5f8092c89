import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { MagnetDesign, PermanentEvaluation, PermanentMagnet } from '@nab/core/experiments';
import { stageSize } from '../../ui/drawing';
import { countText } from '@nab/words/terms';

const TOP = 52;
/** Two lines below each, and a little room at its sides. */
const BELOW = 64;
const GUTTER = 24;
const MOST_TURNS = 40;
const MOST_NAILS = 8;

/** A permanent magnet, the coil of its size and the nail that lifts as much, in one scale. */
@Component({
  selector: 'nab-permanent-drawing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: block;
      width: 100%;
      height: 100%;
    }
    svg {
      display: block;
      width: 100%;
      height: 100%;
    }
    text {
      font-size: 15px;
      fill: var(--nab-ink);
      text-anchor: middle;
    }
    .pole {
      font-weight: 700;
    }
    .soft {
      font-size: 14px;
      fill: var(--nab-ink-soft);
    }
  `,
  template: `
    @let d = picture();
    <svg
      [attr.viewBox]="'0 0 ' + size().width + ' ' + size().height"
      role="img"
      [attr.aria-label]="label()"
    >
      <text class="soft" [attr.x]="columns()[0]" y="20">permanent magnet</text>
      <text class="soft" [attr.x]="columns()[1]" y="20">coil of its size</text>
      <text class="soft" [attr.x]="columns()[2]" y="20">nail with a coil</text>
      <rect
        [attr.x]="d.magnet.x"
        [attr.y]="top"
        [attr.width]="d.magnet.width"
        [attr.height]="d.magnet.height"
        fill="var(--nab-steel)"
        fill-opacity="0.3"
        stroke="var(--nab-ink)"
        stroke-width="1.6"
      />
      <text class="pole" [attr.x]="d.magnet.x - 14" [attr.y]="top - 2">S</text>
      <text class="pole" [attr.x]="d.magnet.x - 14" [attr.y]="top + d.magnet.height + 14">N</text>
      <rect
        [attr.x]="d.coil.x"
        [attr.y]="top"
        [attr.width]="d.coil.width"
        [attr.height]="d.magnet.height"
        fill="none"
        stroke="var(--nab-copper)"
        stroke-dasharray="4 3"
      />
      @for (box of d.windings; track $index) {
        <rect
          [attr.x]="box"
          [attr.y]="top"
          [attr.width]="d.winding"
          [attr.height]="d.magnet.height"
          fill="var(--nab-copper)"
          fill-opacity="0.75"
        />
      }
      @if (d.cut) {
        <text class="soft" [attr.x]="columns()[1]" [attr.y]="top + d.magnet.height + 20">
          wider than the drawing
        </text>
      }
      @let nail = d.nail;
      <g [attr.opacity]="nail.does ? 1 : 0.4">
        <rect
          [attr.x]="nail.x"
          [attr.y]="top"
          [attr.width]="nail.width"
          [attr.height]="nail.height"
          fill="var(--nab-sheet)"
          stroke="var(--nab-steel)"
          stroke-width="1.6"
        />
        @for (y of nail.turns; track $index) {
          <path
            [attr.d]="'M' + (nail.x - 4) + ' ' + (y + 2) + 'l' + (nail.width + 8) + ' -4'"
            stroke="var(--nab-copper)"
            stroke-width="2.6"
            stroke-linecap="round"
          />
        }
      </g>
      @for (path of d.chain; track $index) {
        <path [attr.d]="path" fill="none" stroke="var(--nab-steel)" stroke-width="2.4" />
      }
      @for (line of d.lines; track $index) {
        <text [attr.x]="columns()[line.column]" [attr.y]="line.y">{{ line.text }}</text>
      }
    </svg>
  `,
})
export class PermanentDrawing {
  readonly magnet = input.required<PermanentMagnet>();
  readonly evaluation = input.required<PermanentEvaluation>();
  readonly nail = input.required<MagnetDesign>();
  protected readonly size = stageSize();
  protected readonly columns = computed(() =>
    [1, 3, 5].map((sixth) => (sixth * this.size().width) / 6),
  );
  protected readonly top = TOP;
  protected readonly picture = computed(() => {
    const { diameter, length } = this.magnet();
    const { coil, clips, chain, nail: equal } = this.evaluation();
    const { core, winding } = this.nail();
    const { width: page, height: tall } = this.size();
    const wide = page / 3 - 2 * GUTTER;
    const columns = this.columns() as [number, number, number];
    const floor = tall - BELOW;
    const scale = Math.min((floor - TOP - 20) / Math.max(length, core.length), wide / diameter);
    const [width, height] = [scale * diameter, scale * length];
    const layers = Math.min(scale * coil.height, (page / 3 - GUTTER - width) / 2);
    const nailWidth = scale * core.diameter;
    const turnsShown = Math.min(MOST_TURNS, winding.turns);
    const nails = Math.min(MOST_NAILS, chain);
    const link = Math.min(40, (floor - TOP - height - 24) / Math.max(1, nails));
    const nailTop = TOP + height + 8;
    return {
      magnet: { x: columns[0] - width / 2, width, height },
      coil: { x: columns[1] - width / 2, width },
      /** Both sides of the winding, outward from the rim. */
      windings: [columns[1] - width / 2 - layers / 2, columns[1] + width / 2 - layers / 2],
      winding: layers,
      cut: scale * coil.height > layers,
      nail: {
        does: equal !== null,
        x: columns[2] - nailWidth / 2,
        width: nailWidth,
        height: scale * core.length,
        turns: Array.from(
          { length: turnsShown },
          (_, i) =>
            TOP +
            scale * (winding.start + ((i + 0.5) / turnsShown) * (winding.end - winding.start)),
        ),
      },
      chain: Array.from(
        { length: nails },
        (_, i) => `M${columns[0] - 5} ${nailTop + link * i}h10m-5 0v${0.86 * link}`,
      ),
      lines: [
        { column: 0, y: floor + 24, text: `${countText(clips)} clips` },
        { column: 0, y: floor + 48, text: `a chain of ${chain} ${chain === 1 ? 'nail' : 'nails'}` },
        { column: 1, y: floor + 24, text: `${coil.turns} turns in ${coil.layers} layers` },
        {
          column: 2,
          y: floor + 24,
          text: equal ? `${countText(clips)} clips, too` : 'none lifts as much',
        },
        ...(equal
          ? [{ column: 2, y: floor + 48, text: `switched off: ${countText(equal.keeps)}` }]
          : []),
      ] as const,
    };
  });
  protected readonly label = computed(() => {
    const { clips, chain, coil } = this.evaluation();
    return `A permanent magnet that lifts ${countText(clips)} clips and a chain of ${chain} nails; beside it a coil of its size with ${coil.turns} turns, and a nail with a coil; all in one scale`;
  });
}
