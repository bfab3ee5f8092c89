import type { LiveEvent } from '@nab/contract/lesson';
import type { FastifyPluginAsync, FastifyReply, FastifyRequest } from 'fastify';
import { object, string } from 'yup';
import { byId, type ById } from '../../platform/plugins/index.js';
import { VIEWERS, isStillAuthorised, type Principal } from '../../access/roles/index.js';
import { roomFor } from '../room/index.js';
import type { Listener } from './feed.js';
import type { ChangeFeeds } from './feeds.js';

/** A number of a transaction, as `/api/investigations/:id` gives it. */
const PLACE = /^\d{1,18}$/;
const since = object({ since: string().matches(PLACE, 'Is no place in the changes.') });

/** A screen that reads no further than this behind is let go; it comes again and catches up. */
const MOST_WAITING_BYTES = 1_000_000;
const CHECK_MS = 10_000;

/**
 * `/api/investigations/:id/events`: what changes in an investigation, as server-sent events. The id
 * of the last one, or `?since=` of what was read whole, is where it goes on after a break.
 */
export const liveRoutes: FastifyPluginAsync<{ feeds: ChangeFeeds }> = async (app, { feeds }) => {
  const open = new Set<FastifyReply>();
  app.addHook('preClose', async () => {
    for (const reply of open) reply.sse.close();
  });

  app.get<ById & { Querystring: { since?: string } }>(
    '/investigations/:id/events',
    {
      sse: true,
      config: VIEWERS,
      schema: { params: byId, querystring: since },
      // It has nothing else to answer with, and the plugin looks at this header only.
      onRequest: async ({ headers }) => {
        headers.accept = 'text/event-stream';
      },
    },
    async (request, reply) => {
      const { params, query, who, school } = request;
      const feed = feeds.of(school);
      const last = reply.sse.lastEventId ?? query.since ?? null;
      const listener: Listener = {
        investigationId: params.id,
        publish: (events, place) => tell(reply, who, events, place),
      };
      reply.sse.keepAlive();
      reply.sse.sendHeaders();
      // Each event that waits for a slow screen listens until it is read; bytes are what is limited.
      reply.raw.setMaxListeners(0);
      open.add(reply);
      const check = setInterval(() => void leaveIfOut(request, reply), CHECK_MS);
      reply.sse.onClose(() => {
        clearInterval(check);
        open.delete(reply);
        feed.leave(listener);
      });
      // Who left while the session was looked up left unheard: the plugin was not listening yet.
      if (request.raw.socket.destroyed) {
        reply.sse.close();
        return;
      }
      try {
        await feed.join(listener, last !== null && PLACE.test(last) ? last : null);
      } catch {
        // The database is away: the screen comes again by itself.
        reply.sse.close();
      }
      if (!reply.sse.isConnected) feed.leave(listener);
    },
  );
};

function tell(
  reply: FastifyReply,
  who: Principal,
  events: readonly LiveEvent[],
  place: string,
): void {
  const { sse } = reply;
  if (!sse.isConnected) return;
  if (reply.raw.writableLength > MOST_WAITING_BYTES) {
    sse.close();
    return;
  }
  for (const one of events) {
    const data = one.event === 'room' ? roomFor(one.data, who) : one.data;
    void sse.send({ event: one.event, data }).catch(() => undefined);
  }
  // The position comes last: a client that is cut off before it hears all of them again.
  void sse.send({ id: place, event: 'asOf', data: {} }).catch(() => undefined);
  if (who.role === 'group' && isLetGo(events, who.groupId)) sse.close();
}

/** A tablet that the educator let go hears no more. */
const isLetGo = (events: readonly LiveEvent[], groupId: string): boolean =>
  events.some(
    (one) => one.event === 'room' && !one.data.tablets.some((tablet) => tablet.groupId === groupId),
  );

async function leaveIfOut(request: FastifyRequest, reply: FastifyReply): Promise<void> {
  if (!(await isStillAuthorised(request).catch(() => true))) reply.sse.close();
}
