import { computed, inject } from '@angular/core';
import type { DesignDocument } from '@nab/contract/experiments';
import { InvestigationStore } from '../../investigation';
import type { SavedDocument } from '../../platform/saving';
import { MAGNET_ON_SCREEN, type MagnetOnScreen } from './magnet-on-screen';

/** Apart from the token: a standalone magnet needs nothing of an investigation. */
export const MAGNET_OF_INVESTIGATION = {
  provide: MAGNET_ON_SCREEN,
  useFactory: (): MagnetOnScreen => {
    const store = inject(InvestigationStore);
    return {
      // These pages are only ever shown for a straight magnet.
      document: computed(() => store.design() as unknown as SavedDocument<DesignDocument>),
      belief: computed(() =>
        store.measure().heldAgainst?.endsWith('count') ? store.belief() : null,
      ),
      lesson: computed(() => {
        const { groups, traySize, repeats } = store.plan().valid();
        return {
          measure: store.measure(),
          groups: groups.length,
          traySize,
          repeats,
          wirePerGroup: store
            .cases()
            .reduce((sum, { trialled }) => sum + (trialled?.wireLength ?? 0), 0),
          changes: store.factor().name.toLowerCase(),
          stopped: store.cases().flatMap(({ name, stops }) => (stops.length > 0 ? [name] : [])),
        };
      }),
      key: computed(() => `investigation-${store.id()}`),
    };
  },
};
