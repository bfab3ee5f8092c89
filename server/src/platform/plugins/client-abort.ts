import type { FastifyReply } from 'fastify';

/** Aborted when whoever asked closes the connection before the answer was sent. */
export function clientAbortSignal({ raw }: FastifyReply): AbortSignal {
  const controller = new AbortController();
  raw.on('close', () => {
    if (!raw.writableEnded) controller.abort();
  });
  return controller.signal;
}
