import {
  predictionSchema,
  readingSchema,
  type Prediction,
  type PredictionBody,
  type Reading,
  type ReadingBody,
} from '@nab/contract';
import type { FastifyPluginAsync } from 'fastify';
import { toPrediction, toReading } from '../investigations/repository.js';
import { ProblemError, requireId, requireValid } from '../problems.js';
import { belongTogether, findReading, insertPrediction, insertReading } from './repository.js';

interface ById {
  Params: { id: string };
}

/**
 * `/api/readings/:id` and `/api/predictions/:id`: ids are made by the client, so a PUT that is sent
 * twice stores once. The same id with a different content is refused.
 */
export const readingRoutes: FastifyPluginAsync = async (app) => {
  app.put<ById>('/readings/:id', async (request): Promise<Reading> => {
    const id = requireId(request.params.id);
    const body = requireValid(readingSchema, request.body);
    await requireBelonging(body);
    await requireCorrectable(body);
    const stored = toReading(await insertReading(id, body));
    requireSame(stored, body);
    return stored;
  });

  app.put<ById>('/predictions/:id', async (request): Promise<Prediction> => {
    const id = requireId(request.params.id);
    const body = requireValid(predictionSchema, request.body);
    await requireBelonging(body);
    const stored = toPrediction(await insertPrediction(id, body));
    requireSame(stored, body);
    return stored;
  });
};

async function requireBelonging({ groupId, levelId }: PredictionBody | ReadingBody): Promise<void> {
  if (await belongTogether(groupId, levelId)) return;
  throw new ProblemError('NOT_FOUND', {
    detail: 'There is no such group and level in one investigation.',
  });
}

/** A correction corrects a reading of the same group and level. */
async function requireCorrectable({ corrects, groupId, levelId }: ReadingBody): Promise<void> {
  if (corrects === null) return;
  const target = await findReading(corrects);
  if (target?.groupId === groupId && target.levelId === levelId) return;
  throw new ProblemError('NOT_FOUND', { detail: 'The reading to correct is not there.' });
}

function requireSame<T extends object>(stored: T, body: Partial<T>): void {
  const same = (Object.keys(body) as (keyof T)[]).every((key) => {
    const [a, b] = [stored[key], body[key]];
    return key === 'recordedAt'
      ? Date.parse(String(a)) === Date.parse(String(b))
      : String(a).toLowerCase() === String(b).toLowerCase();
  });
  if (!same) {
    throw new ProblemError('ID_TAKEN', {
      detail: 'This id was stored before with a different content, which stands unchanged.',
    });
  }
}
