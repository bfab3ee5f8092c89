import { CoreError } from '@nab/core/errors';
import { problem, type Problem } from '@nab/contract/problem';
import type { FastifyError, FastifyReply } from 'fastify';
import plugin from 'fastify-plugin';
import { BaseError, ConnectionError, TimeoutError } from 'sequelize';
import { ProblemError } from './problem-error.js';

/** Every error leaves as a problem document of RFC 9457; only our own faults are logged as errors. */
export const problems = plugin(async (app) => {
  app.setErrorHandler<FastifyError>((error, request, reply) => {
    const answer = toProblem(error);
    const isLeft = error.name === 'AbortError' && reply.raw.destroyed;
    if (isLeft) request.log.info('whoever asked has left');
    else if (answer.status >= 500) request.log.error({ err: error }, 'request failed');
    else request.log.info({ code: answer.code, detail: answer.detail }, 'request refused');
    if (error instanceof ProblemError && error.retryAfter_s !== null) {
      void reply.header('retry-after', error.retryAfter_s);
    }
    return sendProblem(reply, answer);
  });
});

export function sendProblem(reply: FastifyReply, answer: Problem): FastifyReply {
  return reply.status(answer.status).type('application/problem+json').send(answer);
}

/** An error as it may be logged: where and what, and nothing of what somebody typed. */
export function asLogged(error: Error): {
  readonly type: string;
  readonly message: string;
  readonly code: string;
  readonly stack: string;
} {
  const code = codeOf(error);
  const message = error instanceof BaseError ? `${error.name} ${code}` : error.message;
  const stack = error.stack?.replace(/^[^]*?(?=\n {4}at )/, message) ?? '';
  return { type: error.name, message, code, stack };
}

function toProblem(error: FastifyError): Problem {
  if (error instanceof ProblemError) return error.problem;
  if (error instanceof CoreError) return problem(error.code, { detail: error.message });
  if (error instanceof ConnectionError || error instanceof TimeoutError || isShutdown(error)) {
    return problem('UNAVAILABLE', { detail: 'Nothing was saved. Nab will try again by itself.' });
  }
  if (isDiskFull(error)) {
    return problem('DISK_FULL', {
      detail: 'Nothing was saved. Make room on the server; tablets keep what they have until then.',
    });
  }
  // Ids are made by clients: one that another school has is there, though it cannot be seen.
  if (isTaken(error)) return problem('ID_TAKEN');
  if (codeOf(error) === '23503') return problem('NOT_FOUND');
  if (error.statusCode === 413) return problem('TOO_LARGE');
  if (error.statusCode && error.statusCode < 500) {
    return problem('MALFORMED', { detail: error.message });
  }
  return problem('INTERNAL');
}

/** SQLSTATE of a full disk, and of a limit on what the database may use of it. */
export const isDiskFull = (error: unknown): boolean => /^(53100|58030)$/.test(codeOf(error));

/** SQLSTATE of an id that is there already, or that belongs to a school that may not be seen. */
const isTaken = (error: unknown): boolean => /^(23505|42501)$/.test(codeOf(error));

/** What the database says that went wrong, or the system; nothing where neither does. */
function codeOf(error: unknown): string {
  const cause = error instanceof BaseError ? (error as { parent?: Error }).parent : error;
  return (cause as { code?: string } | undefined)?.code ?? '';
}

/** The database closed the connection under a query: SQLSTATE class 57, or a dead socket. */
function isShutdown(error: Error): boolean {
  return (
    /^(57P0[123]|53300|ECONNRESET|ECONNREFUSED|EPIPE)$/.test(codeOf(error)) ||
    /Connection terminated|server closed the connection/i.test(error.message)
  );
}
