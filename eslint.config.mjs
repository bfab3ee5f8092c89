import { existsSync, readdirSync } from 'node:fs';
import angular from 'angular-eslint';
import tseslint from 'typescript-eslint';

/**
 * What every part of Nab is made of, from the bottom up: a folder may import those named before it,
 * never those after. A folder with a door, `index`, is entered by it.
 */
const ORDER = {
  'core/src': [
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
    'diagnosis',
    'trainer',
    'guess',
    'permanent',
    'shell-magnet',
    'compass',
    'rolling-cell',
    'spinner',
    'needle',
    'filings',
    'experiments',
    'reports',
    'measures',
    'factors',
    'lesson',
    'schedule',
    'bench',
    'rehearsal',
    'instruments',
    'findings',
    'field-picture',
    'tier-comparison',
    'shelf-search',
    'reference-check',
  ],
  'contract/src': [
    'archive',
    'problem',
    'fields',
    'design',
    'diagnosis',
    'shell-magnet',
    'compass',
    'rolling-cell',
    'spinner',
    'needle',
    'filings',
    'permanent',
    'experiments',
    'investigation',
    'history',
    'room',
    'shelf',
    'field',
  ],
  'words/src': ['kit'],
  'sheets/src': ['page', 'sheets', 'report'],
  'server/src': [
    'problems',
    'database',
    'schools',
    'plugins',
    'openapi',
    'roles',
    'health',
    'jobs',
    'classes',
    'history',
    'designs',
    'shelf',
    'field',
    'polls',
    'teachings',
    'investigations',
    'strays',
    'room',
    'live',
    'printing',
    'readings',
    'handing-on',
    'archive',
    'demo',
  ],
  'web/src/app': [
    'server',
    'shell',
    'remembered',
    'roles',
    'english',
    'accessibility',
    'fields',
    'keys',
    'workers',
    'files',
    'lesson',
    'saving',
    'notices',
    'told',
    'designs',
    'frame',
    'paper',
    'charts',
    'cutaway',
    'bench',
    'coil',
    'sweep',
    'shelf',
    'investigation',
    'rehearsal',
    'codes',
    'audience',
    'instruments',
    'magnet',
    'shell-magnet',
    'compass',
    'rolling-cell',
    'spinner',
    'experiments',
    'prepare',
    'question',
    'run',
    'wind',
    'fix-it',
    'findings',
    'bring-in',
    'room',
    'history',
    'steps',
    'field',
    'compare',
    'wire-and-compass',
    'stations',
    'needle',
    'filings',
    'permanent',
    'trainer',
    'guess',
    'board',
    'join',
    'home',
  ],
};

/** What a whole part must not know. */
const FOREIGN = {
  'core/src': {
    group: ['node:*', '@nab/*', '@angular/*', 'd3'],
    message: 'The core is pure computation.',
  },
  'contract/src': {
    group: ['node:*', '@angular/*', 'fastify', 'sequelize', '@nab/server', '@nab/web'],
    message: 'The contract runs on both sides of the wire.',
  },
  'words/src': {
    group: ['node:*', '@angular/*', 'd3', 'fastify', 'sequelize', '@nab/server', '@nab/web'],
    message: 'Words are said by screens, sheets and the command line alike.',
  },
  'sheets/src': {
    group: ['@angular/*', 'fastify', 'sequelize', '@nab/server', '@nab/web'],
    message: 'Sheets are printed by the server and by the command line.',
  },
  'server/src': {
    group: ['@angular/*', '@nab/web', 'd3'],
    message: 'The server knows no interface.',
  },
  'web/src/app': {
    group: ['node:*', 'fastify', 'sequelize', '@nab/server'],
    message: 'The web knows the wire only.',
  },
};

const TABLES = {
  group: ['../database/index.js'],
  importNamePattern: 'Row$',
  message: 'Only repositories know the tables.',
};

const at = (path) => new URL(`${path}/`, import.meta.url);

/** Inside another folder, seen from a folder or from a room of it. */
const inside = (folder) => [`../${folder}/**`, `../../${folder}/**`];
const out = (folder) => [`../${folder}`, `../../${folder}`, ...inside(folder)];

/** The rules of one part of Nab, folder by folder. A folder that nobody put in order is an error. */
function ordered([part, order]) {
  const unlisted = readdirSync(at(part), { withFileTypes: true })
    .filter((entry) => entry.isDirectory() && !order.includes(entry.name))
    .map(({ name }) => `${part}/${name}`);
  if (unlisted.length > 0) {
    throw new Error(`Say in eslint.config.mjs where these stand: ${unlisted.join(', ')}`);
  }
  const doors = order.filter((folder) => existsSync(new URL(`${folder}/index.ts`, at(part))));
  const loose = {
    files: [`${part}/*.ts`],
    rules: { 'no-restricted-imports': ['error', { patterns: [FOREIGN[part]] }] },
  };
  const folders = order.flatMap((folder, i) => {
    const patterns = [
      {
        group: order.slice(i + 1).flatMap((above) => out(above)),
        message: `Imports point down: ${folder} must not know what stands above it.`,
      },
      {
        group: doors
          .filter((other) => other !== folder)
          .flatMap((other) => [...inside(other), `!../${other}/index.js`]),
        message: 'Another folder is entered by its door, index.ts.',
      },
      FOREIGN[part],
    ].filter(({ group }) => group.length > 0);
    const rules = (extra = []) => ({
      'no-restricted-imports': ['error', { patterns: [...patterns, ...extra] }],
    });
    const folderRules = [
      { files: [`${part}/${folder}/**/*.ts`], ignores: ['**/*.spec.ts'], rules: rules() },
    ];
    // The later block replaces the rule, so it has to repeat what holds for the whole folder.
    if (part === 'server/src') {
      const files = ['routes', 'service'].map((name) => `${part}/${folder}/${name}.ts`);
      folderRules.push({ files, rules: rules([TABLES]) });
    }
    return folderRules;
  });
  return [loose, ...folders];
}

export default tseslint.config(
  {
    ignores: [
      '**/node_modules/**',
      '**/dist/**',
      '**/.cache/**',
      '.data/**',
      'web/.angular/**',
      'test-results/**',
      'core/kernels/**',
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
      'no-restricted-syntax': [
        'error',
        {
          selector: 'BinaryExpression[operator="in"][right.name=/^[A-Z][A-Z_]+$/]',
          message: 'Every object has “constructor”: ask Object.hasOwn of a table.',
        },
      ],
    },
  },
  {
    files: ['**/*.ts'],
    ignores: ['**/vitest.config.ts'],
    languageOptions: {
      parserOptions: {
        // A list and no service: each file is parsed once, which takes half the time.
        project: ['tsconfig.json', 'e2e/tsconfig.json', 'web/tsconfig.lint.json'],
        tsconfigRootDir: import.meta.dirname,
      },
    },
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': 'error',
      '@typescript-eslint/await-thenable': 'error',
      '@typescript-eslint/switch-exhaustiveness-check': [
        'error',
        { considerDefaultExhaustiveForUnions: true },
      ],
    },
  },
  ...Object.entries(ORDER).flatMap(ordered),
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
