import { computed, inject, Injectable, InjectionToken, type Signal } from '@angular/core';
import { shellSchema, toShellMagnet, type ShellDocument } from '@nab/contract/experiments';
import {
  CONTACT_GAPS,
  cellsAgainstLoad,
  evaluateShell,
  shellCautions,
  shellLoadCurve,
  type LoadHeld,
  type ShellEvaluation,
} from '@nab/core/experiments';
import { CoreError } from '@nab/core/errors';
import { parseQuantity } from '@nab/core/quantities';
import { STANDARD_GRAVITY } from '@nab/core/physics';
import type { Schema } from 'yup';
import type { SavedDocument } from '../../platform/saving';
import { DesignModel, type DesignRules } from '../designer';
import { decidingShellFacts, shellFacts } from './shell-facts';

const SHELL = shellSchema as Schema<ShellDocument>;

/** The shell magnet's document that is on screen, an investigation's or a standalone one. */
export const SHELL_DOCUMENT = new InjectionToken<Signal<SavedDocument<ShellDocument>>>(
  'the shell magnet on screen',
);

const SHELL_RULES: DesignRules<'shell-magnet', ShellEvaluation> = {
  experiment: 'shell-magnet',
  schema: SHELL,
  toDesign: toShellMagnet,
  evaluate: evaluateShell,
  cautions: shellCautions,
  deciding: decidingShellFacts,
  facts: (shell, evaluation) => [
    ...decidingShellFacts(shell, evaluation),
    ...shellFacts(shell, evaluation),
  ],
  wayOutOf: 'load',
};

/** The shell magnet on screen: what is typed, and what it does. */
@Injectable()
export class ShellStore extends DesignModel<'shell-magnet', ShellEvaluation> {
  /** Every gap's load, with the share of one magnet as its pull. */
  readonly curve = computed((): readonly LoadHeld[] =>
    this.unlessFaulty(() =>
      shellLoadCurve(
        this.design(),
        CONTACT_GAPS.map(({ gap }) => gap),
      ).map(({ gap, load }) => ({
        gap,
        mass: load,
        force: load * STANDARD_GRAVITY,
        plateTooThin: false,
      })),
    ),
  );
  readonly steps = computed(() =>
    this.unlessFaulty(() =>
      cellsAgainstLoad(this.design(), Math.max(6, this.design().supply.series)),
    ),
  );
  readonly load = computed(() => parseQuantity(this.document().valid().load, 'mass').si);

  constructor() {
    super(inject(SHELL_DOCUMENT), SHELL_RULES);
  }

  /** Returns a list, or an empty one if the magnet or one of its variants cannot be built. */
  private unlessFaulty<T>(list: () => readonly T[]): readonly T[] {
    try {
      return this.evaluation() === null ? [] : list();
    } catch (error) {
      if (!(error instanceof CoreError)) throw error;
      return [];
    }
  }
}
