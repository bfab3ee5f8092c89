import helmet from '@fastify/helmet';
import plugin from 'fastify-plugin';
import { ProblemError } from '../problems/index.js';

/** Strict headers, and no requests from other sites. */
export const security = plugin(async (app) => {
  await app.register(helmet, {
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'self'"],
        scriptSrc: ["'self'"],
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
    const { origin, host } = request.headers;
    if (request.method === 'GET' || request.method === 'HEAD' || origin === undefined) return;
    if (hostOf(origin) !== host) throw new ProblemError('FOREIGN_ORIGIN');
  });
});

function hostOf(origin: string): string | null {
  try {
    return new URL(origin).host;
  } catch {
    return null;
  }
}
