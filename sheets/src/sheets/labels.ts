import { coilsOf, type Prepared } from '@nab/words/lesson';
import { howMany } from '@nab/words/terms';
import { box, centred, widthOf, wrap, type Page, type Part } from '../page/index.js';
import { flowFor } from './sheet.js';

const ACROSS = 4;
const TALL = 18;
/** Sizes of a name that fits in one line, and of one that does not. */
const [LARGE, SMALL] = [13, 9];

/** A label for each coil that is wound, to be cut out and folded round a tail. */
export function labels(of: Prepared): readonly Page[] {
  const { plan, timetable } = of;
  const flow = flowFor(of, 'labels for the coils');
  const coils = coilsOf(of).map(({ name }) => name);
  if (coils.length === 0) return [];
  const all = Array.from({ length: timetable.coils }, (_, i) => ({
    name: coils[i % coils.length]!,
    group:
      timetable.coils === plan.groups.length * coils.length
        ? plan.groups[Math.floor(i / coils.length)]!.name
        : '',
  }));
  flow.heading('Labels for the coils', 1);
  flow.paragraph(
    `${howMany(all.length, 'label')}: cut along the lines and tape one round a tail of each coil.`,
  );
  const wide = flow.width / ACROSS;
  for (let i = 0; i < all.length; i += ACROSS) {
    flow.place(TALL, (y, x) =>
      all.slice(i, i + ACROSS).map(({ name, group }, j): Part => {
        const middle = x + (j + 0.5) * wide;
        // In one line if it can be, else in as many smaller ones as there is room for.
        const one = widthOf(name, LARGE, 'bold') <= wide - 4;
        const size = one ? LARGE : SMALL;
        const lines = one ? [name] : wrap(name, wide - 4, SMALL, 'bold').slice(0, 3);
        const first = y + (one ? 8 : 8.5 - 1.6 * (lines.length - 1));
        return {
          tag: 'P',
          marks: [
            box(x + j * wide, y, wide, TALL, { stroke: 'soft', width: 0.2 }),
            ...lines.map((text, row) =>
              centred(middle, first + 3.6 * row, text, { size, face: 'bold' }),
            ),
            centred(middle, y + 15.5, group, { size: 9, ink: 'soft' }),
          ],
        };
      }),
    );
  }
  return flow.pages();
}
