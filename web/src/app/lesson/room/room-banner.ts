import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { formatDistance } from 'date-fns';
import { InvestigationStore } from '../../investigation';
import { Notice } from '../../ui/notices';
import { ServerTime } from '../../platform/session';

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
    @if (clock(); as words) {
      <nab-notice state="caution">{{ words }}</nab-notice>
    }
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
  private readonly slow = inject(ServerTime).slow;
  /** Said, not refused: the server's order decides, and its time is what is written down. */
  protected readonly clock = computed(() => {
    const slow = this.slow();
    if (slow === 0) return null;
    const far = formatDistance(0, Math.abs(slow));
    return `This device’s clock is ${far} ${slow > 0 ? 'slow' : 'fast'}. Nab goes by the server’s; nothing is lost.`;
  });
}
