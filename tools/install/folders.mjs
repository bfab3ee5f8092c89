import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const projectFolder = dirname(dirname(dirname(fileURLToPath(import.meta.url))));
export const cacheFolder = join(projectFolder, '.cache');
export const dataFolder = join(projectFolder, '.data');
