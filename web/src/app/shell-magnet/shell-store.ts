import { computed, Injectable, signal } from '@angular/core';
import {
  check,
  newShell,
  shellSchema,
  toShellMagnet,
  type FieldError,
  type ShellDocument,
} from '@nab/contract';
import {
  CELLS,
  CONTACT_GAPS,
  cellsAgainstLoad,
  coilOfShell,
  CoreError,
  evaluateShell,
  parseQuantity,
  shellLoadCurve,
  STANDARD_GRAVITY,
  type LoadHeld,
} from '@nab/core';

const KEY = 'nab.shell-magnet';

/** The shell magnet on this device: typed, checked, evaluated, and still there tomorrow. */
@Injectable({ providedIn: 'root' })
export class ShellStore {
  private readonly valueSignal = signal<ShellDocument>(stored());
  private readonly validSignal = signal<ShellDocument>(this.valueSignal());
  /** What is on screen, faults and all. */
  readonly value = this.valueSignal.asReadonly();
  readonly valid = this.validSignal.asReadonly();
  readonly errors = computed((): readonly FieldError[] => {
    const checked = check(shellSchema, this.value());
    return checked.ok ? [] : checked.errors;
  });

  readonly shell = computed(() => toShellMagnet(this.valid()));
  readonly coil = computed(() => coilOfShell(this.shell()));
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
    return this.errors().find((error) => error.path === path)?.message ?? null;
  }

  /** Changes one value, named by its path such as `shell.wall`. */
  set(path: string, to: string | number): void {
    const [part, key] = path.split('.') as [keyof ShellDocument, string | undefined];
    const before = this.value();
    const next: ShellDocument = {
      ...before,
      [part]: key === undefined ? to : { ...(before[part] as object), [key]: to },
    };
    const { supply } = next;
    const made = CELLS.filter(({ chemistry }) => chemistry === supply.chemistry);
    // Another chemistry may not be made in the size there was.
    const size = made.some((cell) => cell.size === supply.size) ? supply.size : made[0]!.size;
    this.show({ ...next, supply: { ...supply, size } });
  }

  show(next: ShellDocument): void {
    this.valueSignal.set(next);
    if (!check(shellSchema, next).ok) return;
    this.validSignal.set(next);
    try {
      localStorage.setItem(KEY, JSON.stringify(next));
    } catch {
      // A full or forbidden storage costs only the memory of this page.
    }
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

function stored(): ShellDocument {
  try {
    const text = localStorage.getItem(KEY);
    const checked = text === null ? null : check(shellSchema, JSON.parse(text), 'file');
    return checked?.ok ? checked.value : newShell();
  } catch {
    return newShell();
  }
}
