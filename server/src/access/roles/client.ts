import type { FastifyRequest } from 'fastify';
import ipaddr from 'ipaddr.js';
import { COOKIE } from './plugin.js';
import { hashOf } from './sessions.js';

/**
 * Whom a guess is counted against: an educator who is signed in by the session, whatever others do at
 * the same address; everybody else by the address.
 */
export function clientOf({ who, cookies, ip }: FastifyRequest): string {
  const token = cookies[COOKIE];
  if (who.role === 'educator' && token !== undefined) return `session ${hashOf(token)}`;
  return networkOf(ip);
}

/**
 * What one machine cannot change at will: an IPv4 address; of IPv6 its network of 64 bits, of which a
 * machine takes as many addresses as it likes (RFC 8981).
 */
export function networkOf(ip: string): string {
  if (!ipaddr.isValid(ip)) return ip;
  const address = ipaddr.process(ip);
  if (!(address instanceof ipaddr.IPv6)) return address.toString();
  return `${address.parts
    .slice(0, 4)
    .map((part) => part.toString(16))
    .join(':')}::/64`;
}
