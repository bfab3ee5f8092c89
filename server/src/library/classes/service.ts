import type { SchoolClass } from '@nab/contract/lesson';
import type { Sequelize } from 'sequelize';
import { listClasses } from './repository.js';

/** Classes, read in a transaction of their own. */
export function classService(sequelize: Sequelize) {
  return {
    list: (): Promise<SchoolClass[]> => sequelize.transaction(listClasses),
  };
}
