import { OverlayContainer } from '@angular/cdk/overlay';
import { inject } from '@angular/core';

/**
 * Makes the place where lists and questions open a landmark of its own: whoever goes by landmarks
 * finds what has opened, which otherwise stands outside of all of them. In an injection context.
 */
export function nameOverlayRegion(): HTMLElement {
  const container = inject(OverlayContainer).getContainerElement();
  container.setAttribute('role', 'region');
  container.setAttribute('aria-label', 'Opened lists and questions');
  return container;
}
