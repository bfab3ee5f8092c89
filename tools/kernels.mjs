// Compiles the kernels of AssemblyScript and writes them where the core reads them:
//   npm run kernels
import './install/node-version.mjs';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

const COMPILER = 'assemblyscript@0.28.20';
/** What is compiled, and the constant of the core that holds it. */
const KERNELS = [
  ['dense-ldl', 'numerics', 'DENSE_LDL_BINARY'],
  ['charge-field', 'physics/lifting', 'CHARGE_FIELD_BINARY'],
];
const root = fileURLToPath(new URL('..', import.meta.url));
const room = mkdtempSync(path.join(tmpdir(), 'kernels-'));
try {
  for (const [name, folder, constant] of KERNELS) {
    const source = `core/kernels/${name}.as.ts`;
    const binary = path.join(room, `${name}.wasm`);
    // The compiler is fetched when it is needed and no dependency: it takes 100 MB.
    execFileSync(
      'npx',
      [
        ...['--yes', '--package', COMPILER, 'asc', path.join(root, source), '-o', binary],
        ...['-O3', '--noAssert', '--enable', 'simd', '--runtime', 'stub', '--importMemory'],
      ],
      { cwd: room, stdio: 'inherit' },
    );
    const lines = readFileSync(binary)
      .toString('base64')
      .match(/.{1,92}/g)
      .map((line) => `  '${line}'`)
      .join(' +\n');
    writeFileSync(
      path.join(root, `core/src/${folder}/${name}-binary.ts`),
      `/** ${source} as WebAssembly, in base 64; made by \`npm run kernels\`. */\nexport const ${constant} =\n${lines};\n`,
    );
  }
} finally {
  rmSync(room, { recursive: true });
}
