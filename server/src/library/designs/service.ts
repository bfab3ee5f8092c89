import { experimentOf } from '@nab/contract/experiments';
import type { DesignSummary, DesignUpdate, VersionedDesign } from '@nab/contract/lesson';
import type { ExperimentId } from '@nab/core/experiments';
import type { Sequelize } from 'sequelize';
import { saveRevision } from '../history/index.js';
import { ProblemError } from '../../platform/problems/index.js';
import { findDesign, insertDesign, listDesigns, replaceDesign } from './repository.js';

/** What can be done with designs of any experiment; each call is one transaction. */
export function designService(sequelize: Sequelize) {
  return {
    list: (experiment: ExperimentId | null): Promise<DesignSummary[]> =>
      sequelize.transaction((transaction) => listDesigns(experiment, transaction)),

    read: (id: string): Promise<VersionedDesign> =>
      sequelize.transaction(async (transaction) => {
        const design = await findDesign(id, transaction);
        if (!design) throw new ProblemError('NOT_FOUND');
        return design;
      }),

    /** Writes against the version that was read; 0 creates a standalone design. */
    write: (id: string, { version, design, actor }: DesignUpdate): Promise<VersionedDesign> =>
      sequelize.transaction(async (transaction) => {
        const current = await findDesign(id, transaction);
        if (!current) {
          if (version > 0) throw new ProblemError('NOT_FOUND');
          return insertDesign(id, design, actor, transaction);
        }
        if (experimentOf(current.design) !== experimentOf(design)) {
          throw new ProblemError('INVALID_INPUT', {
            errors: [{ path: 'design.format', message: 'A design stays of its experiment.' }],
          });
        }
        const written = await replaceDesign(id, version, design, actor, transaction);
        if (written) {
          const before = { version, document: current.design, actor };
          await saveRevision({ kind: 'design', ref: id, ...before }, transaction);
          return written;
        }
        throw new ProblemError('STALE_VERSION', {
          detail: 'The design was changed elsewhere. Nothing was overwritten.',
          current: await findDesign(id, transaction),
        });
      }),
  };
}
