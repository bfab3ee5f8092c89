import fastifyStatic from '@fastify/static';
import plugin from 'fastify-plugin';
import { problem } from '@nab/contract';
import { send } from '../problems/index.js';

/** Serves the built application; every page address falls back to its index. */
export const webApplication = plugin<{ folder: string }>(async (app, { folder }) => {
  await app.register(fastifyStatic, {
    root: folder,
    cacheControl: false,
    // What the build left beside a file as .gz is sent to whoever understands it.
    preCompressed: true,
    setHeaders(reply, served) {
      const path = served.replace(/\.gz$/, '');
      // Hashed names never change their content; everything else must be asked for again.
      const hashed = /-[A-Z0-9]{8}\.\w+$/.test(path) || path.includes('/media/');
      reply.setHeader('cache-control', hashed ? 'public, max-age=31536000, immutable' : 'no-cache');
    },
  });
  app.setNotFoundHandler((request, reply) => {
    const isPage =
      (request.method === 'GET' || request.method === 'HEAD') &&
      !request.url.startsWith('/api/') &&
      !/\.\w+$/.test(request.url.split('?')[0]!);
    return isPage ? reply.sendFile('index.html') : send(reply, problem('NOT_FOUND'));
  });
});
