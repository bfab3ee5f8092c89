import type { FastifyRequest } from 'fastify';
import { networkInterfaces } from 'node:os';

const LOOPBACK = /^(localhost|127(\.\d+){3}|::1|\[::1\])$/;

/**
 * Where the tablets of a room reach Nab: at the client's own address, or, asked on the machine itself, by
 * its first address in a network; null where it has none.
 */
export function roomAddress({ protocol, host, hostname }: FastifyRequest): string | null {
  if (!LOOPBACK.test(hostname)) return `${protocol}://${host}`;
  const net = Object.values(networkInterfaces())
    .flatMap((nets) => nets ?? [])
    .find(({ family, internal }) => family === 'IPv4' && !internal);
  const port = /:(\d+)$/.exec(host)?.[1];
  return net ? `${protocol}://${net.address}${port === undefined ? '' : `:${port}`}` : null;
}
