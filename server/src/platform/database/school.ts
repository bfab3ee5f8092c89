import { AsyncLocalStorage } from 'node:async_hooks';
import type { Sequelize, Transaction } from 'sequelize';

/** The school that is there from the start: the only one, unless others are added. */
export const FIRST_SCHOOL = '00000000-0000-4000-8000-000000000001';

const schools = new AsyncLocalStorage<string>();

/** Does something as one school: whatever it asks the database for is that school’s. */
export const inSchool = <T>(id: string, work: () => T): T => schools.run(id, work);

/** Whose data is being asked for: of the request under way, or of the first school outside of any. */
export const currentSchool = (): string => schools.getStore() ?? FIRST_SCHOOL;

/** Looks at the rows of every school: only to keep one school’s ids and codes apart from another’s. */
export const acrossSchools = <T>(
  sequelize: Sequelize,
  look: (transaction: Transaction) => Promise<T>,
): Promise<T> =>
  sequelize.transaction(async (transaction) => {
    await sequelize.query(`SET LOCAL nab.school = 'all'`, { transaction });
    await sequelize.query('SET TRANSACTION READ ONLY', { transaction });
    return look(transaction);
  });
