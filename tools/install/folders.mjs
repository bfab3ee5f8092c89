import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const projectFolder = dirname(dirname(dirname(fileURLToPath(import.meta.url))));
export const cacheFolder = join(projectFolder, '.cache');
/** The database and what belongs to one running Nab; another folder makes another Nab. */
export const dataFolder = process.env.NAB_DATA_FOLDER ?? join(projectFolder, '.data');
