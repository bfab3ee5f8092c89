import type { LiveEvent } from '@nab/contract/lesson';
import { Observable } from 'rxjs';

const KINDS: readonly LiveEvent['event'][] = [
  'reading',
  'prediction',
  'poll',
  'plan',
  'room',
  'reset',
  'asOf',
];

/** After a refusal the browser gives up by itself; the server may only have been away. */
const AGAIN_MS = 3000;

/** Whether the server can tell this browser anything just now, or what it told. */
export type Heard = LiveEvent | { readonly event: 'connected' } | { readonly event: 'lost' };

/**
 * What changes in an investigation, as long as somebody listens. After a break it goes on from the
 * last place that was heard of.
 * @param asOf the place at which the investigation was read.
 */
export function liveEvents(id: string, asOf: string): Observable<Heard> {
  return new Observable((hear) => {
    if (typeof EventSource === 'undefined') return undefined;
    let place = asOf;
    let source: EventSource;
    let retry: ReturnType<typeof setTimeout>;
    const connect = (): void => {
      source = new EventSource(`/api/investigations/${id}/events?since=${place}&ngsw-bypass=1`);
      source.onopen = () => hear.next({ event: 'connected' });
      source.onerror = () => {
        hear.next({ event: 'lost' });
        if (source.readyState === EventSource.CLOSED) retry = setTimeout(connect, AGAIN_MS);
      };
      for (const event of KINDS) {
        source.addEventListener(event, (message: MessageEvent<string>) => {
          if (message.lastEventId !== '') place = message.lastEventId;
          hear.next({ event, data: JSON.parse(message.data) as never });
        });
      }
    };
    connect();
    return () => {
      clearTimeout(retry);
      source.close();
    };
  });
}
