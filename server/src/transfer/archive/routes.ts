import type { FastifyPluginAsync } from 'fastify';
import type { Readable } from 'node:stream';
import type { Sequelize } from 'sequelize';
import { ProblemError } from '../../platform/problems/index.js';
import { EDUCATORS } from '../../access/roles/index.js';
import { putBack } from './put-back.js';
import { spooled } from './spool.js';
import { archiveOf } from './write.js';

/** `/api/archive`: everything as one file, and what is missing put back from such a file. */
export const archiveRoutes: FastifyPluginAsync<{ sequelize: Sequelize }> = async (
  app,
  { sequelize },
) => {
  // It is read as it comes: no more of it is held than a few lines. Nothing else is taken here.
  app.removeAllContentTypeParsers();
  app.addContentTypeParser('application/gzip', (_request, payload, done) => done(null, payload));

  app.get('/archive', { config: EDUCATORS }, (request, reply) => {
    const day = new Date().toISOString().slice(0, 10);
    return reply
      .type('application/gzip')
      .header('content-disposition', `attachment; filename="nab-${day}.jsonl.gz"`)
      .send(
        archiveOf(sequelize, (error) => request.log.error({ err: error }, 'archive broke off')),
      );
  });

  app.post<{ Body: Readable | undefined }>('/archive', { config: EDUCATORS }, ({ body }) => {
    if (!body) throw new ProblemError('MALFORMED', { detail: 'No file was sent.' });
    return spooled(body, (file) => putBack(sequelize, file));
  });
};
