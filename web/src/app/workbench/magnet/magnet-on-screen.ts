import { computed, inject, InjectionToken, signal, type Signal } from '@angular/core';
import type { DesignDocument } from '@nab/contract/experiments';
import type { ClassPosterior } from '@nab/core/statistics';
import type { Measure } from '@nab/core/lesson';
import { StandaloneDesign } from '../designs';
import type { SavedDocument } from '../../platform/saving';

/** The lesson that a magnet is for. */
export interface MagnetLesson {
  /** It decides which ends are counted. */
  readonly measure: Measure;
  readonly groups: number;
  readonly traySize: number;
  /** Trials that one group makes at one level. */
  readonly repeats: number;
  /** Wire for all levels of one group, m. */
  readonly wirePerGroup: number;
  /** What the levels change, in words. */
  readonly changes: string;
  /** Levels that must not be switched on, such as the coil without its core. */
  readonly stopped: readonly string[];
}

/** What the magnet's pages work on: an investigation's magnet or a standalone one. */
export interface MagnetOnScreen {
  readonly document: Signal<SavedDocument<DesignDocument>>;
  /** What a class's counts have shown about the model. */
  readonly belief: Signal<ClassPosterior | null>;
  readonly lesson: Signal<MagnetLesson | null>;
  /** Names it on the Compare page. */
  readonly key: Signal<string>;
}
export const MAGNET_ON_SCREEN = new InjectionToken<MagnetOnScreen>('the magnet on screen');

export const STANDALONE_MAGNET = {
  provide: MAGNET_ON_SCREEN,
  useFactory: (): MagnetOnScreen => {
    const standalone = inject(StandaloneDesign);
    return {
      document: computed(() => standalone.document() as unknown as SavedDocument<DesignDocument>),
      belief: signal(null),
      lesson: signal(null),
      key: computed(() => `design-${standalone.id()}`),
    };
  },
};
