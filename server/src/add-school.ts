// npm run school -- "NAME" HOST: one more school in the database of NAB_DATABASE_URL.
import { UniqueConstraintError } from 'sequelize';
import { string } from 'yup';
import { connect, defineModels, inSchool, migrate } from './platform/database/index.js';
import { setFirstPassPhrase } from './access/roles/index.js';
import { addSchool } from './access/schools/index.js';

const HOST = /^[a-z0-9]([a-z0-9-]*[a-z0-9])?(\.[a-z0-9]([a-z0-9-]*[a-z0-9])?)*$/i;
const nameSchema = string().trim().max(120).required('Say its name.');
const hostSchema = string().matches(HOST, 'The host is a name such as harbour.magnets.local.');

async function main([name, host]: readonly string[]): Promise<void> {
  const { NAB_DATABASE_URL: url, NAB_PASS_PHRASE: phrase } = process.env;
  if (!url) throw new Error('NAB_DATABASE_URL must name the database.');
  if (!phrase) throw new Error('NAB_PASS_PHRASE must be what its educators will sign in with.');
  const named = [nameSchema.validateSync(name), hostSchema.required().validateSync(host)] as const;
  const sequelize = connect(url);
  try {
    await migrate(sequelize);
    defineModels(sequelize);
    const id = await addSchool(...named).catch((error: unknown) => {
      if (!(error instanceof UniqueConstraintError)) throw error;
      throw new Error(`There is a school under the name ${named[1]} already.`);
    });
    await inSchool(id, () => setFirstPassPhrase(phrase));
    process.stdout.write(`${named[0]} is there, under the name ${named[1]} (${id}).\n`);
  } finally {
    await sequelize.close();
  }
}

main(process.argv.slice(2)).catch((error: unknown) => {
  process.stderr.write(`${(error as Error).message}\n`);
  process.exit(2);
});
