import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { InvestigationStore } from '../investigation';
import { Notice } from '../notices';

/** What the educator says to every screen of the lesson: words, a pause, the end. */
@Component({
  selector: 'nab-room-banner',
  imports: [Notice],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      gap: 8px;
    }
    :host:has(nab-notice) {
      margin-bottom: 16px;
    }
  `,
  template: `
    <div aria-live="assertive">
      @if (store.room(); as room) {
        @if (room.ended) {
          <nab-notice state="rest">
            The lesson is over. What you read is kept; take the leads off and tidy up.
          </nab-notice>
        } @else if (room.paused) {
          <nab-notice state="stop">
            Pause: switch off and look up. What you are typing stays and can be saved.
          </nab-notice>
        }
        @if (room.message) {
          <nab-notice state="live"
            ><strong>Your educator says:</strong> {{ room.message }}</nab-notice
          >
        }
      }
    </div>
  `,
})
export class RoomBanner {
  protected readonly store = inject(InvestigationStore);
}
