import { problem, type ProblemCode } from '@nab/contract/problem';
import { STATUS_CODES } from 'node:http';
import type { Socket } from 'node:net';

/** What Node.js has against a connection, as the problem that its sender is told. */
const CODES: Readonly<Record<string, ProblemCode>> = {
  HPE_HEADER_OVERFLOW: 'HEADERS_TOO_LARGE',
  ERR_HTTP_REQUEST_TIMEOUT: 'TOO_SLOW',
};

/** Answers what is no request that can be read with a problem document, and closes the connection. */
export function clientFault(error: Error & { code?: string }, socket: Socket): void {
  if (error.code === 'ECONNRESET' || !socket.writable) {
    socket.destroy();
    return;
  }
  const answer = problem(CODES[error.code ?? ''] ?? 'MALFORMED');
  const body = JSON.stringify(answer);
  socket.end(
    `HTTP/1.1 ${answer.status} ${STATUS_CODES[answer.status]}\r\n` +
      'Content-Type: application/problem+json\r\n' +
      `Content-Length: ${Buffer.byteLength(body)}\r\n` +
      `Connection: close\r\n\r\n${body}`,
  );
}
