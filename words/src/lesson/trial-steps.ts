import type { SheetReader } from '@nab/contract/lesson';
import { SWITCH, type Measure } from '@nab/core/lesson';

/** What a group does in each trial, step by step; the same words as on the screen. */
export function trialSteps(
  { protocol, plainly }: Measure,
  {
    on,
    repeats,
    reader,
  }: { readonly on: number; readonly repeats: number; readonly reader: SheetReader },
): string[] {
  const seconds = Math.max(1, Math.round(on));
  const again = repeats === 1 ? 'once' : repeats === 2 ? 'twice' : `${repeats} times`;
  const timed = protocol.timed ? ` On for ${seconds} seconds at most.` : '';
  if (reader === 'plain') {
    return [
      `Guess first: ${plainly}? Write it down.`,
      ...(protocol.offCheck ? ['Try with the battery off. Nothing should stick.'] : []),
      `${(protocol.switching ?? SWITCH).plainly} ${protocol.timed ? `Count to ${seconds}. Battery off!` : ''}`.trim(),
      `${protocol.read} Write it down.`,
      `Do it ${again}.`,
    ];
  }
  return [
    `Agree on a prediction and write it down before anything is ${protocol.switching ? 'let go' : 'switched on'}.`,
    ...(protocol.offCheck ? [protocol.off] : []),
    `${protocol.on}${timed}`,
    `${protocol.read} Write it into the table.`,
    ...(protocol.stuck ? ['Note what stayed stuck after switching off.'] : []),
    `Do this ${again} at each level, in the order of your group.`,
  ];
}
