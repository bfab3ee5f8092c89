import { computed, inject, Injectable, InjectionToken, Injector, type Signal } from '@angular/core';
import { shellSchema, toShellMagnet, type ShellDocument } from '@nab/contract/experiments';
import {
  CONTACT_GAPS,
  cellsAgainstLoad,
  evaluateShell,
  shellLoadCurve,
  type LoadHeld,
} from '@nab/core/experiments';
import { CoreError } from '@nab/core/errors';
import { parseQuantity } from '@nab/core/quantities';
import { STANDARD_GRAVITY } from '@nab/core/physics';
import type { Schema } from 'yup';
import { documentForm } from '../../ui/fields';
import type { SavedDocument } from '../../platform/saving';

const SHELL = shellSchema as Schema<ShellDocument>;

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

  /** The document as a form: one field for each thing that is typed or chosen. */
  readonly form = documentForm(() => this.document(), SHELL, inject(Injector));

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
        steps: cellsAgainstLoad(shell, Math.max(6, shell.supply.series)),
        fault: null,
      };
    } catch (error) {
      if (!(error instanceof CoreError)) throw error;
      return { evaluation: null, curve: [], steps: [], fault: error.message };
    }
  });
  readonly load = computed(() => parseQuantity(this.valid().load, 'mass').si);

  show(next: ShellDocument): void {
    this.document().edit(() => next);
  }
}
