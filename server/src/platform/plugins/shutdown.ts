import plugin from 'fastify-plugin';

/**
 * Lets a server that is told to end do so as soon as what is under way is answered. Left to
 * themselves two kinds of connections would hold it for a minute: those that a request was answered
 * on meanwhile, and those that a browser opened beforehand and never used.
 */
export const shutdown = plugin(async (app) => {
  let isEnding = false;
  let underWay = 0;
  const letGo = (): void => {
    if (isEnding && underWay === 0) app.server.closeAllConnections();
  };
  app.server.on('connection', (socket) => {
    // Between being told and listening no more; new clients try again elsewhere.
    if (isEnding) socket.destroy();
  });
  app.server.on('request', (_request, response) => {
    underWay++;
    response.once('close', () => {
      underWay--;
      letGo();
    });
  });
  app.addHook('onSend', async (_request, reply) => {
    if (isEnding) reply.header('connection', 'close');
  });
  app.addHook('preClose', async () => {
    isEnding = true;
    letGo();
  });
});
