import { shelfUpdateSchema, type VersionedShelfItem } from '@nab/contract';
import { isDeepStrictEqual } from 'node:util';
import type { FastifyPluginAsync } from 'fastify';
import type { Sequelize } from 'sequelize';
import { ProblemError, requireId, requireValid } from '../problems.js';
import {
  findShelfItem,
  insertShelfItem,
  listShelf,
  removeShelfItem,
  replaceShelfItem,
} from './repository.js';

interface ById {
  Params: { id: string };
}

/** `/api/shelf`: everything on it; put something on, change it against its version, take it off. */
export const shelfRoutes: FastifyPluginAsync<{ sequelize: Sequelize }> = async (
  app,
  { sequelize },
) => {
  app.get('/', listShelf);

  app.put<ById>('/:id', async (request): Promise<VersionedShelfItem> => {
    const id = requireId(request.params.id);
    const { version, item } = requireValid(shelfUpdateSchema, request.body);
    return sequelize.transaction(async (transaction) => {
      const current = await findShelfItem(id, transaction);
      if (!current) return insertShelfItem(id, item, transaction);
      // The same request sent twice does no harm.
      if (isDeepStrictEqual(current.item, item)) return current;
      const written = await replaceShelfItem(id, version, item, transaction);
      if (written) return written;
      throw new ProblemError('STALE_VERSION', {
        detail: 'This was changed elsewhere. Nothing was overwritten.',
        current,
      });
    });
  });

  app.delete<ById>('/:id', async (request, reply) => {
    const id = requireId(request.params.id);
    const removed = await sequelize.transaction((transaction) => removeShelfItem(id, transaction));
    if (!removed) throw new ProblemError('NOT_FOUND');
    return reply.status(204).send();
  });
};
