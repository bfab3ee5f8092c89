import { designUpdateSchema, type VersionedDesign } from '@nab/contract';
import type { FastifyPluginAsync } from 'fastify';
import { ProblemError, requireId, requireValid } from '../problems.js';
import { findDesign, replaceDesign } from './repository.js';

/** `/api/designs`: read, and write against the version that was read. */
export const designRoutes: FastifyPluginAsync = async (app) => {
  app.get<{ Params: { id: string } }>('/:id', async (request): Promise<VersionedDesign> => {
    const design = await findDesign(requireId(request.params.id));
    if (!design) throw new ProblemError('NOT_FOUND');
    return design;
  });

  app.put<{ Params: { id: string } }>('/:id', async (request): Promise<VersionedDesign> => {
    const id = requireId(request.params.id);
    const update = requireValid(designUpdateSchema, request.body);
    const written = await replaceDesign(id, update.version, update.design);
    if (written) return written;
    const current = await findDesign(id);
    if (!current) throw new ProblemError('NOT_FOUND');
    throw new ProblemError('STALE_VERSION', {
      detail: 'The magnet was changed elsewhere. Nothing was overwritten.',
      current,
    });
  });
};
