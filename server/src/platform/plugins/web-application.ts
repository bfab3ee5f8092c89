import fastifyStatic from '@fastify/static';
import type { FastifyReply, FastifySchema } from 'fastify';
import plugin from 'fastify-plugin';
import { problem } from '@nab/contract/problem';
import { sendProblem } from '../problems/index.js';
import { pagesIn } from './pages.js';

/** Serves the built application; every page address gets its index, with what that page needs. */
export const webApplication = plugin<{ folder: string }>(async (app, { folder }) => {
  const pageOf = pagesIn(folder);
  await app.register(fastifyStatic, {
    root: folder,
    cacheControl: false,
    // The first page is a page like the others; `/index.html` stays as the service worker knows it.
    index: false,
    // Compressed files from the build (.br, .gz) are sent to clients that accept them.
    preCompressed: true,
    setHeaders(reply, served) {
      const path = served.replace(/\.(br|gz)$/, '');
      // Hashed names never change their content; everything else must be asked for again.
      const hashed = /-[A-Z0-9]{8}\.\w+$/.test(path) || path.includes('/media/');
      reply.setHeader('cache-control', hashed ? 'public, max-age=31536000, immutable' : 'no-cache');
    },
  });
  const sendPage = (path: string, reply: FastifyReply): FastifyReply =>
    reply.header('cache-control', 'no-cache').type('text/html; charset=utf-8').send(pageOf(path));
  // The folder itself is nothing that could be sent.
  app.get('/', { schema: { hide: true } as FastifySchema }, (_request, reply) =>
    sendPage('/', reply),
  );
  app.setNotFoundHandler((request, reply) => {
    const path = request.url.split('?')[0]!;
    const isPage =
      (request.method === 'GET' || request.method === 'HEAD') &&
      !path.startsWith('/api/') &&
      !/\.\w+$/.test(path);
    return isPage ? sendPage(path, reply) : sendProblem(reply, problem('NOT_FOUND'));
  });
});
