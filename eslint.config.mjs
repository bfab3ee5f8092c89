import { existsSync, readdirSync } from 'node:fs';
import angular from 'angular-eslint';
import tseslint from 'typescript-eslint';

/**
 * The districts of every package and the folders in each, from the bottom up: a district or folder
 * may import those named before it, never those after. A district without folders is flat. A
 * district of core, contract and words is entered by its `index`, which is its subpath export; a
 * folder that has an `index` is entered by it.
 */
const ORDER = {
  'core/src': {
    numerics: [],
    quantities: [],
    physics: [
      ...['wire', 'winding', 'supply', 'circuit', 'heat', 'coil', 'coil-field', 'steel'],
      ...['straight-core', 'keeper', 'two-pole', 'lifting'],
    ],
    fem: [],
    statistics: ['calibration', 'analysis'],
    experiments: [
      ...['magnet', 'permanent', 'shell-magnet', 'compass', 'rolling-cell', 'spinner', 'needle'],
      ...['filings', 'registry', 'reports', 'field-picture', 'shelf-search'],
    ],
    lesson: [
      ...['measures', 'factors', 'plan', 'schedule', 'trial-flow', 'instruments', 'findings'],
    ],
    teaching: ['diagnosis', 'trainer', 'guess', 'rehearsal'],
    validation: ['tier-comparison', 'reference-check'],
  },
  'contract/src': {
    archive: [],
    problem: [],
    fields: [],
    experiments: [
      ...['magnet', 'diagnosis', 'shell-magnet', 'compass', 'rolling-cell', 'spinner', 'needle'],
      ...['filings', 'permanent', 'registry', 'field'],
    ],
    lesson: ['investigation', 'history', 'room'],
    shelf: [],
  },
  'words/src': { terms: [], experiments: [], lesson: ['kit'], findings: [] },
  'sheets/src': { page: [], sheets: [], report: [] },
  'server/src': {
    platform: ['problems', 'database', 'plugins', 'openapi', 'jobs'],
    access: ['schools', 'roles', 'health'],
    library: ['classes', 'history', 'designs', 'shelf', 'field'],
    planning: ['polls', 'calibrations', 'investigations', 'printing'],
    lesson: ['unplaced-readings', 'room', 'live', 'readings'],
    transfer: ['files', 'archive', 'demo'],
  },
  'web/src/app': {
    platform: [
      ...[
        'server',
        'service-worker',
        'local-storage',
        'region',
        'session',
        'library',
        'workers',
        'files',
      ],
      'saving',
    ],
    ui: [
      ...['drawing', 'accessibility', 'fields', 'keys', 'notices', 'toasts', 'frame', 'paper'],
      ...['charts', 'cutaway', 'codes', 'sketch'],
    ],
    shelf: [],
    investigation: [],
    workbench: [
      ...[
        'frame',
        'designs',
        'designer',
        'coil',
        'parameter-sweep',
        'magnet',
        'shell-magnet',
        'compass',
      ],
      ...['rolling-cell', 'spinner', 'registry'],
    ],
    lesson: [
      ...['rehearsal', 'audience', 'instruments', 'prepare', 'question', 'run', 'wind', 'findings'],
      ...['import-readings', 'room', 'history', 'steps', 'board'],
    ],
    stations: [
      ...['overview', 'fix-it', 'field', 'compare', 'needle', 'filings'],
      ...['permanent', 'trainer', 'guess', 'shelf-search', 'catalogue'],
    ],
    home: [],
  },
};

/** Packages whose districts are subpath exports: from another district only its door is imported. */
const EXPORTED = ['core/src', 'contract/src', 'words/src'];

/** What a whole part must not know. */
const FOREIGN = {
  'core/src': {
    group: ['node:*', '@nab/*', '@angular/*', 'd3', 'd3-*'],
    message: 'The core is pure computation.',
  },
  'contract/src': {
    group: ['node:*', '@angular/*', 'fastify', 'sequelize', '@nab/server', '@nab/web'],
    message: 'The contract runs on both sides of the wire.',
  },
  'words/src': {
    group: [
      'node:*',
      '@angular/*',
      'd3',
      'd3-*',
      'fastify',
      'sequelize',
      '@nab/server',
      '@nab/web',
    ],
    message: 'Words are said by screens, sheets and the command line alike.',
  },
  'sheets/src': {
    group: ['@angular/*', 'fastify', 'sequelize', '@nab/server', '@nab/web'],
    message: 'Sheets are printed by the server and by the command line.',
  },
  'server/src': {
    group: ['@angular/*', '@nab/web', 'd3', 'd3-*'],
    message: 'The server knows no interface.',
  },
  'web/src/app': {
    group: ['node:*', 'fastify', 'sequelize', '@nab/server'],
    message: 'The web knows the wire only.',
  },
};

const TABLES = {
  group: ['../database/index.js', '../../platform/database/index.js'],
  importNamePattern: 'Row$',
  message: 'Only repositories know the tables.',
};

const at = (path) => new URL(`${path}/`, import.meta.url);

const foldersIn = (path) =>
  readdirSync(at(path), { withFileTypes: true })
    .filter((entry) => entry.isDirectory())
    .map(({ name }) => name);

/** A path as a file writes it, from a district or folder, or from a subfolder. */
const seen = (up, path) => [`${up}${path}`, `../${up}${path}`];
const inside = (up, path) => seen(up, `${path}/**`);
const out = (up, path) => [...seen(up, path), ...inside(up, path)];

/** A district or folder that nobody put in order is an error. */
function requireListed(path, listed) {
  const unlisted = foldersIn(path).filter((name) => !listed.includes(name));
  if (unlisted.length > 0) {
    throw new Error(`Put into the order of eslint.config.mjs: ${path}/${unlisted.join(', ')}`);
  }
}

/** The rules of one package: of every district, and of every folder in it. */
function ordered([part, districts]) {
  const names = Object.keys(districts);
  requireListed(part, names);
  const hasDoor = (path) => existsSync(new URL(`${path}/index.ts`, at(part)));
  const rulesFor = (patterns) => ({
    'no-restricted-imports': ['error', { patterns: patterns.filter(({ group }) => group.length) }],
  });

  /** What the files of a district may not import of the others; `up` leads to the districts. */
  const beyond = (district, up) => {
    const i = names.indexOf(district);
    const doors = names
      .filter((other) => other !== district)
      .flatMap((other) => {
        const folders = EXPORTED.includes(part) || districts[other].length === 0 ? [''] : [];
        for (const folder of districts[other]) if (folders[0] !== '') folders.push(`/${folder}`);
        return folders
          .filter((folder) => hasDoor(`${other}${folder}`))
          .flatMap((folder) => [
            ...inside(up, `${other}${folder}`),
            ...seen(up, `${other}${folder}/index.js`).map((door) => `!${door}`),
          ]);
      });
    return [
      {
        group: names.slice(i + 1).flatMap((above) => out(up, above)),
        message: `Imports point down: ${district} must not know the districts above it.`,
      },
      { group: doors, message: 'Another district is entered by its door, index.ts.' },
      FOREIGN[part],
    ];
  };

  const ofDistrict = (district) => {
    const folders = districts[district];
    requireListed(`${part}/${district}`, folders);
    const flat = {
      files: [`${part}/${district}/*.ts`],
      ignores: ['**/*.spec.ts', ...(folders.length > 0 ? ['**/index.ts'] : [])],
      rules: rulesFor(beyond(district, '../')),
    };
    const nested = folders.flatMap((folder, i) => {
      const patterns = [
        ...beyond(district, '../../'),
        {
          group: folders.slice(i + 1).flatMap((above) => out('../', above)),
          message: `Imports point down: ${folder} must not know what stands above it.`,
        },
        {
          group: folders
            .filter((other) => other !== folder && hasDoor(`${district}/${other}`))
            .flatMap((other) => [...inside('../', other), `!../${other}/index.js`]),
          message: 'Another folder is entered by its door, index.ts.',
        },
        { group: ['../index.js'], message: 'A folder does not enter its own district.' },
      ];
      const path = `${part}/${district}/${folder}`;
      const own = { files: [`${path}/**/*.ts`], ignores: ['**/*.spec.ts'] };
      const blocks = [{ ...own, rules: rulesFor(patterns) }];
      // The later block replaces the rule, so it has to repeat what holds for the whole folder.
      if (part === 'server/src') {
        const files = ['routes', 'service'].map((name) => `${path}/${name}.ts`);
        blocks.push({ files, rules: rulesFor([...patterns, TABLES]) });
      }
      return blocks;
    });
    return [flat, ...nested];
  };

  const loose = { files: [`${part}/*.ts`], rules: rulesFor([FOREIGN[part]]) };
  return [loose, ...names.flatMap(ofDistrict)];
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
      'docs/api/**',
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
