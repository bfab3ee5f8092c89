import type { FastifyPluginAsync } from 'fastify';
import type { Sequelize } from 'sequelize';
import { EDUCATORS } from '../../access/roles/index.js';
import { classService } from './service.js';

/** `/api/classes`: those there are, for the next lesson with the same groups. */
export const classRoutes: FastifyPluginAsync<{ sequelize: Sequelize }> = async (
  app,
  { sequelize },
) => {
  const service = classService(sequelize);

  app.get('/', { config: EDUCATORS }, () => service.list());
};
