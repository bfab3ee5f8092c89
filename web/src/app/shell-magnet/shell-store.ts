import { computed, inject, Injectable, InjectionToken, type Signal } from '@angular/core';
import { check, shellSchema, toShellMagnet, type ShellDocument } from '@nab/contract';
import {
  CELLS,
  CONTACT_GAPS,
  cellsAgainstLoad,
  CoreError,
  evaluateShell,
  parseQuantity,
  shellLoadCurve,
  STANDARD_GRAVITY,
  type LoadHeld,
} from '@nab/core';
import type { SavedDocument } from '../saving';

/** The shell magnet's document that is on screen, an investigation's or one that stands by itself. */
export const SHELL_DOCUMENT = new InjectionToken<Signal<SavedDocument<ShellDocument>>>(
  'the shell magnet on screen',
);

/** The shell magnet on screen: what is typed, and what it does. */
@Injectable()
export class ShellStore {
  readonly document = inject(SHELL_DOCUMENT);
  /** What is on screen, faults and all, and the last value without faults. */
  readonly value = computed(() => this.document().value());
  readonly valid = computed(() => this.document().valid());

  readonly shell = computed(() => toShellMagnet(this.valid()));
  readonly evaluated = computed(() => {
    const shell = this.shell();
    try {
      return {
        evaluation: evaluateShell(shell),
        // Every gap's load, with the share of one magnet as its pull.
        curve: shellLoadCurve(
          shell,
          CONTACT_GAPS.map(({ gap }) => gap),
        ).map(({ gap, load }): LoadHeld => ({
          gap,
          mass: load,
          force: load * STANDARD_GRAVITY,
          plateTooThin: false,
        })),
        steps: cellsAgainstLoad(shell, shell.supply.bench ? 1 : Math.max(6, shell.supply.series)),
        fault: null,
      };
    } catch (error) {
      if (!(error instanceof CoreError)) throw error;
      return { evaluation: null, curve: [], steps: [], fault: error.message };
    }
  });
  readonly load = computed(() => parseQuantity(this.valid().load, 'mass').si);

  errorAt(path: string): string | null {
    return this.document().errorAt(path);
  }

  /** Changes one value, named by its path such as `shell.wall`. */
  set(path: string, to: string | number): void {
    const [part, key] = path.split('.') as [keyof ShellDocument, string | undefined];
    this.document().edit((before) => {
      const next: ShellDocument = {
        ...before,
        [part]: key === undefined ? to : { ...(before[part] as object), [key]: to },
      };
      const { supply } = next;
      const made = CELLS.filter(({ chemistry }) => chemistry === supply.chemistry);
      // Another chemistry may not be made in the size there was.
      const size = made.some((cell) => cell.size === supply.size) ? supply.size : made[0]!.size;
      return { ...next, supply: { ...supply, size } };
    });
  }

  show(next: ShellDocument): void {
    this.document().edit(() => next);
  }

  /** @returns sentences that say what is wrong with the file; none when it was opened. */
  open(text: string): readonly string[] {
    let parsed: unknown;
    try {
      parsed = JSON.parse(text.replace(/^\uFEFF/, ''));
    } catch {
      return ['The file is not JSON, so it cannot be a shell magnet of Nab’s.'];
    }
    const checked = check(shellSchema, parsed, 'file');
    if (!checked.ok) {
      return checked.errors.map(({ path, message }) => (path ? `${path}: ${message}` : message));
    }
    this.show(checked.value);
    return [];
  }
}
