// `npm run --silent nab -- evaluate FILE` and `-- reference FILE`.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { ensureDependencies } from './install/dependencies.mjs';
import { projectFolder } from './install/folders.mjs';

ensureDependencies();
const child = spawn(
  process.execPath,
  ['--import', 'tsx', join(projectFolder, 'tools/nab/main.ts'), ...process.argv.slice(2)],
  // INIT_CWD is where the user typed the command; npm itself moves to the project's folder.
  { stdio: 'inherit', cwd: projectFolder },
);
child.on('exit', (code, signal) => process.exit(signal ? 1 : (code ?? 1)));
