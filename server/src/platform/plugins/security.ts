import helmet from '@fastify/helmet';
import plugin from 'fastify-plugin';
import { hostname, networkInterfaces } from 'node:os';
import { ProblemError } from '../problems/index.js';

export interface SecurityOptions {
  /** Host names accepted in addition to this machine's own. */
  readonly hosts: readonly string[];
  /** Whether other machines may connect, by this one's name and addresses. */
  readonly classroom: boolean;
}

/** Strict headers, no requests from other sites, and none to a name that is not ours. */
export const security = plugin<SecurityOptions>(async (app, options) => {
  await app.register(helmet, {
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'self'"],
        // The field's kernel is WebAssembly.
        scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
        // Angular writes component styles into the page as it goes.
        styleSrc: ["'self'", "'unsafe-inline'"],
        imgSrc: ["'self'", 'data:', 'blob:'],
        fontSrc: ["'self'"],
        connectSrc: ["'self'"],
        workerSrc: ["'self'", 'blob:'],
        objectSrc: ["'none'"],
        baseUri: ["'self'"],
        formAction: ["'self'"],
        frameAncestors: ["'none'"],
      },
    },
    // Loopback has no TLS; these would lock the browser out of it.
    strictTransportSecurity: false,
    crossOriginEmbedderPolicy: false,
  });
  app.addHook('onRequest', async (request) => {
    // A page elsewhere may have its own name lead here (DNS rebinding): then it is not answered.
    const ours = request.bySchoolsName || isOurs(request.hostname, options);
    if (!ours) throw new ProblemError('FOREIGN_HOST');
    const { origin } = request.headers;
    const { host, protocol } = request;
    if (request.method === 'GET' || request.method === 'HEAD' || origin === undefined) return;
    if (!isSameOrigin(origin, { host, protocol })) throw new ProblemError('FOREIGN_ORIGIN');
  });
});

const LOOPBACK = ['localhost', '127.0.0.1', '::1'];

function isOurs(name: string, { hosts, classroom }: SecurityOptions): boolean {
  const wanted = name.replace(/^\[|\]$/g, '').toLowerCase();
  if (LOOPBACK.includes(wanted) || hosts.includes(wanted)) return true;
  return classroom && machineNames().includes(wanted);
}

/** Read each time: a laptop goes from one network to the next. */
function machineNames(): string[] {
  const own = hostname().toLowerCase();
  const addresses = Object.values(networkInterfaces()).flatMap((nets) => nets ?? []);
  return [own, `${own}.local`, ...addresses.map(({ address }) => address.toLowerCase())];
}

/**
 * Whether a page's origin is this address. Over HTTPS a page that came without it is another one:
 * anybody on the way may have written it.
 */
function isSameOrigin(
  origin: string,
  { host, protocol }: { readonly host: string; readonly protocol: string },
): boolean {
  try {
    const url = new URL(origin);
    return url.host === host && (protocol !== 'https' || url.protocol === 'https:');
  } catch {
    return false;
  }
}
