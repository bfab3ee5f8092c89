import { PAPERS } from '@nab/contract/lesson';
import { MATERIALS } from '@nab/core/physics';
import { coilsOf, type CoilOf, type NamedCase, type Prepared } from '@nab/words/lesson';
import { howMany } from '@nab/words/terms';
import { box, ending, Flow, words, wrap, type Mark, type Page } from '../page/index.js';
import { drawBar } from './scale-bar.js';
import { coilHeight, drawCoil } from './draw-coil.js';
import { onWords, windingSteps } from './winding-steps.js';

const SIZE = 10;
const LINE = 4.5;
const BETWEEN = 0.5;
const PAD = 4;
const RINGS_A_ROW = 20;
const RING = 6.5;

/** One winding card a coil, drawn at true size; a card is never cut by the end of a page. */
export function cards(of: Prepared): readonly Page[] {
  const { plan, settings } = of;
  const flow = new Flow(PAPERS[settings.paper], `${plan.title} · winding cards`, {
    height: 10,
    draw: (y, left) => [
      {
        tag: 'Figure',
        alt: 'A bar of 100 mm to check the printer with',
        marks: drawBar(left, y + 3),
      },
    ],
  });
  for (const coil of coilsOf(of)) card(of, flow, coil);
  return flow.pages();
}

function card(of: Prepared, flow: Flow, { name, one }: CoilOf<NamedCase>): void {
  const { turns } = one.subject!.design.winding;
  const inner = flow.width - 2 * PAD;
  const steps = windingSteps(of, one).map((step, i) => wrap(`${i + 1}. ${step}`, inner, SIZE));
  const stepLines = steps.reduce((sum, lines) => sum + lines.length, 0);
  // What lies straight is not counted.
  const wound = one.trialled!.coil.winding.layers.length > 0;
  const rings = wound ? Math.floor(turns / 10) : 0;
  const ringRows = Math.ceil(rings / RINGS_A_ROW);
  const drawn = coilHeight(one);
  const title = wrap(name, inner, 14, 'bold');
  const heights = {
    title: title.length * 6.5 + 6,
    drawing: drawn,
    steps: stepLines * LINE + steps.length * BETWEEN + 1.5,
    rings: wound ? 6 + ringRows * RING : 0,
  };
  const height = heights.title + heights.drawing + heights.steps + heights.rings + 2 * PAD;
  flow.place(height + 4, (y, x) => {
    let at = y + PAD;
    const inside = x + PAD;
    const heading: Mark[] = title.map((text, i) =>
      words(inside, at + 5 + i * 6.5, text, { size: 14, face: 'bold' }),
    );
    at += title.length * 6.5;
    const under = words(
      inside,
      at + 4,
      `${coreWords(one)}${wound ? `${howMany(turns, 'turn')} · ` : ''}on for ${onWords(one)} at most`,
      {
        size: 9,
        ink: 'soft',
      },
    );
    const which = ending(
      inside + inner,
      at + 4,
      one.subject!.experiment === 'straight-magnet'
        ? 'true size, lifting end to the right'
        : 'true size',
      {
        size: 9,
        ink: 'soft',
      },
    );
    at += 6;
    const drawing = drawCoil(one, { x: inside, y: at, room: inner }, of.lengthText);
    at += heights.drawing;
    const text: Mark[] = [];
    for (const lines of steps) {
      for (const each of lines) {
        at += LINE;
        text.push(words(inside, at, each, { size: SIZE }));
      }
      at += BETWEEN;
    }
    at += 1.5;
    return [
      { tag: 'Artifact', marks: [box(x, y, flow.width, height, { stroke: 'soft', width: 0.3 })] },
      { tag: 'H2', marks: heading },
      { tag: 'P', marks: [under, which] },
      {
        tag: 'Figure',
        alt: `The coil of ${name} at true size, lifting end to the right`,
        marks: drawing,
      },
      { tag: 'P', marks: text },
      ...(wound ? [{ tag: 'P' as const, marks: tally(inside, at, turns, rings) }] : []),
    ];
  });
}

function coreWords({ subject }: NamedCase): string {
  if (subject?.experiment !== 'straight-magnet') return '';
  const { core } = subject.design;
  return core.shape === 'none' ? 'no core · ' : `${MATERIALS[core.material].name.toLowerCase()} · `;
}

/** A ring to cross off for every ten turns. */
function tally(x: number, y: number, turns: number, rings: number): Mark[] {
  const rest = turns % 10;
  const all =
    rings > 0
      ? `Cross off a ring after every ten turns${rest > 0 ? `, then ${rest} more` : ''}:`
      : `${turns} turns: count aloud.`;
  const marks: Mark[] = [words(x, y + 4, all, { size: 9, face: 'bold' })];
  for (let i = 0; i < rings; i++) {
    const cx = x + 2.5 + (i % RINGS_A_ROW) * RING;
    const cy = y + 8.5 + Math.floor(i / RINGS_A_ROW) * RING;
    marks.push(ring(cx, cy, 2.3));
  }
  return marks;
}

function ring(cx: number, cy: number, r: number): Mark {
  // A circle of four curves is a thousandth of its radius off.
  const k = 0.5523 * r;
  const d = `M${cx - r} ${cy}C${cx - r} ${cy - k} ${cx - k} ${cy - r} ${cx} ${cy - r}C${cx + k} ${cy - r} ${cx + r} ${cy - k} ${cx + r} ${cy}C${cx + r} ${cy + k} ${cx + k} ${cy + r} ${cx} ${cy + r}C${cx - k} ${cy + r} ${cx - r} ${cy + k} ${cx - r} ${cy}Z`;
  return { kind: 'path', d, stroke: 'ink', width: 0.3 };
}
