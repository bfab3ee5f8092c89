import type { FastifyReply } from 'fastify';

/** Aborted when the client closes the connection before the reply is sent. */
export function clientAbortSignal({ raw }: FastifyReply): AbortSignal {
  const controller = new AbortController();
  raw.on('close', () => {
    if (!raw.writableEnded) controller.abort();
  });
  return controller.signal;
}
