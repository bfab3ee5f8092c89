import { existsSync, readdirSync } from 'node:fs';
import angular from 'angular-eslint';
import tseslint from 'typescript-eslint';

/**
 * The concepts of the core from the bottom up: a folder may import those named before it, never
 * those after. The layers of the whole follow the same rule below.
 */
const CORE_ORDER = [
  'numerics',
  'quantities',
  'wire',
  'winding',
  'supply',
  'circuit',
  'heat',
  'coil',
  'coil-field',
  'steel',
  'fem',
  'straight-core',
  'keeper',
  'two-pole',
  'lifting',
  'calibration',
  'statistics',
  'magnet',
  'shell-magnet',
  'compass',
  'experiments',
  'measures',
  'factors',
  'lesson',
  'findings',
  'field-picture',
  'tier-comparison',
  'shelf-search',
  'reference-check',
];

// A folder that nobody put in order would know everything.
const unlisted = readdirSync(new URL('./core/src/', import.meta.url), { withFileTypes: true })
  .filter((entry) => entry.isDirectory() && !CORE_ORDER.includes(entry.name))
  .map((entry) => entry.name);
if (unlisted.length > 0) {
  throw new Error(`core/src/${unlisted.join(', ')}: say in eslint.config.mjs where it stands.`);
}

const corePatterns = CORE_ORDER.map((folder, i) => ({
  files: [`core/src/${folder}/**/*.ts`],
  ignores: ['**/*.spec.ts'],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          {
            group: CORE_ORDER.slice(i + 1).flatMap((above) => [`../${above}/*`]),
            message: `Imports point down: ${folder} must not know what stands above it.`,
          },
          {
            group: CORE_ORDER.filter((other) => other !== folder).flatMap((other) => [
              `../${other}/*`,
              `!../${other}/index.js`,
            ]),
            message: 'Another concept is entered by its door, index.js.',
          },
          {
            group: ['node:*', '@nab/*', '@angular/*', 'd3'],
            message: 'The core is pure computation.',
          },
        ].filter(({ group }) => group.length > 0),
      },
    ],
  },
}));

/** Folders of the web, lowest first: nothing is imported from a folder that stands further down. */
const WEB_ORDER = [
  'server',
  'accessibility',
  'words',
  'quantity-field',
  'workers',
  'files',
  'lesson',
  'saving',
  'frame',
  'charts',
  'cutaway',
  'inspector',
  'sweep',
  'shelf',
  'investigation',
  'magnet',
  'shell-magnet',
  'compass',
  'experiments',
  'prepare',
  'question',
  'run',
  'findings',
  'steps',
  'field',
  'compare',
  'wire-and-compass',
  'home',
];
/** Those that are entered by their door alone. */
const WEB_DOORS = WEB_ORDER.filter((folder) =>
  existsSync(new URL(`web/src/app/${folder}/index.ts`, import.meta.url)),
);

const webUnlisted = readdirSync(new URL('web/src/app', import.meta.url), { withFileTypes: true })
  .filter((entry) => entry.isDirectory() && !WEB_ORDER.includes(entry.name))
  .map(({ name }) => name);
if (webUnlisted.length > 0) {
  throw new Error(`eslint.config.mjs does not say where these belong: ${webUnlisted.join(', ')}`);
}

const webPatterns = WEB_ORDER.map((folder, i) => ({
  files: [`web/src/app/${folder}/**/*.ts`],
  ignores: ['**/*.spec.ts'],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          {
            group: WEB_ORDER.slice(i + 1).flatMap((above) => [`../${above}`, `../${above}/*`]),
            message: 'What lies further down in WEB_ORDER is not known here.',
          },
          {
            group: WEB_DOORS.filter((other) => other !== folder).map((other) => `../${other}/*`),
            message: 'This folder is entered by its door, index.ts.',
          },
          {
            group: ['node:*', 'fastify', 'sequelize', '@nab/server'],
            message: 'The web knows the wire only.',
          },
        ].filter(({ group }) => group.length > 0),
      },
    ],
  },
}));

const layer = (files, forbidden, message) => ({
  files,
  ignores: ['**/*.spec.ts'],
  rules: { 'no-restricted-imports': ['error', { patterns: [{ group: forbidden, message }] }] },
});

export default tseslint.config(
  {
    ignores: [
      '**/node_modules/**',
      '**/dist/**',
      '.cache/**',
      '.data/**',
      'web/.angular/**',
      'test-results/**',
    ],
  },
  {
    files: ['**/*.ts', '**/*.mjs', '**/*.cjs'],
    extends: [...tseslint.configs.recommended],
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_' },
      ],
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      eqeqeq: 'error',
      'no-console': 'error',
      'prefer-const': 'error',
    },
  },
  ...corePatterns,
  layer(
    ['contract/src/**/*.ts'],
    ['node:*', '@angular/*', 'fastify', 'sequelize', '@nab/server', '@nab/web'],
    'The contract runs on both sides of the wire.',
  ),
  layer(['server/src/**/*.ts'], ['@angular/*', '@nab/web', 'd3'], 'The server knows no interface.'),
  layer(
    ['server/src/*/routes.ts', 'server/src/*/service.ts'],
    ['**/database/models.js'],
    'Only repositories know the tables.',
  ),
  ...webPatterns,
  { files: ['**/*.mjs', '**/*.cjs', 'tools/**'], rules: { 'no-console': 'off' } },
  {
    files: ['web/src/**/*.ts'],
    extends: [...angular.configs.tsRecommended],
    processor: angular.processInlineTemplates,
    rules: {
      '@angular-eslint/component-selector': [
        'error',
        { type: 'element', prefix: 'nab', style: 'kebab-case' },
      ],
      '@angular-eslint/component-class-suffix': 'off',
      '@angular-eslint/prefer-on-push-component-change-detection': 'error',
      '@angular-eslint/no-input-rename': 'error',
    },
  },
  {
    files: ['web/src/**/*.html'],
    extends: [...angular.configs.templateRecommended, ...angular.configs.templateAccessibility],
  },
);
