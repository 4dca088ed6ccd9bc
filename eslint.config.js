import expo from 'eslint-config-expo/flat.js';
import prettier from 'eslint-config-prettier';
import { ergon } from './lint/noCycle.js';

/** Who may import whom in the core: each room from those named with it, and every file from its own room. */
const ROOMS = {
  measure: [],
  exposure: ['measure'],
  record: ['measure', 'exposure'],
  operation: ['measure', 'exposure', 'record'],
  rig: ['measure', 'exposure', 'record'],
  path: ['measure', 'exposure', 'record', 'rig'],
  shot: ['measure', 'exposure', 'record', 'rig', 'path'],
  verdict: ['measure', 'exposure', 'record', 'rig', 'path', 'shot'],
  mend: ['measure', 'exposure', 'record', 'rig', 'path', 'shot', 'verdict'],
  prove: ['measure', 'exposure', 'record', 'rig', 'path', 'shot', 'verdict'],
  diagnose: ['measure', 'exposure', 'record', 'rig', 'path', 'shot', 'verdict', 'mend', 'prove'],
  drill: ['measure', 'exposure', 'record', 'rig', 'path', 'shot', 'verdict', 'mend', 'prove', 'diagnose'],
  fit: ['measure', 'exposure', 'record', 'rig', 'path', 'shot', 'verdict'],
  propose: ['measure', 'exposure', 'record', 'rig', 'path', 'shot', 'verdict', 'mend', 'fit'],
  air: ['measure', 'exposure', 'record', 'rig', 'mend'],
  groups: ['measure', 'exposure', 'record', 'rig', 'path', 'mend', 'air'],
  power: ['measure', 'exposure', 'record', 'rig', 'path', 'shot', 'verdict', 'mend'],
  energy: ['measure', 'exposure', 'record', 'rig', 'path', 'shot'],
  cards: ['measure', 'exposure', 'record', 'rig', 'verdict', 'mend'],
  words: [
    'measure',
    'exposure',
    'record',
    'operation',
    'rig',
    'path',
    'shot',
    'verdict',
    'mend',
    'fit',
    'propose',
    'prove',
    'air',
    'groups',
    'cards',
    'power',
    'energy',
    'diagnose',
    'drill',
  ],
  describe: ['measure', 'exposure', 'record', 'words'],
};

/** Small pure libraries the core may use. */
const LIBRARIES = ['zod', 'fastest-levenshtein'];

const roomRules = Object.entries(ROOMS).map(([room, from]) => {
  const rooms = from.map((one) => `\\.\\./${one}/|`).join('');
  const message = `core/${room} imports from itself, ${[...LIBRARIES, ...from].join(', ')} and nothing else.`;
  return {
    files: [`core/src/${room}/**/*.ts`],
    rules: {
      'no-restricted-imports': [
        'error',
        { patterns: [{ regex: `^(?!${rooms}\\./|(?:${LIBRARIES.join('|')})$)`, message }] },
      ],
    },
  };
});

/** Which of the other workspaces each may import: dependencies point one way. */
const WORKSPACES = { cli: ['core'], server: ['core'], app: ['core'] };

const workspaceRules = Object.entries(WORKSPACES).map(([workspace, from]) => ({
  files: [`${workspace}/src/**/*.{ts,tsx}`],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          { regex: `^@ergon/(?!(${from.join('|')})/)`, message: `${workspace} imports ${from.join(', ')} alone.` },
          { regex: '/(core|cli|server|app|e2e)/src/', message: 'Another workspace is imported by its package name.' },
        ],
      },
    ],
  },
}));

const coreIsPure = {
  files: ['core/src/**/*.ts'],
  rules: {
    'no-restricted-globals': ['error', 'window', 'document', 'process', 'fetch', 'setTimeout', 'console', 'Date'],
  },
};

/** A function a person can hold in the head. */
const shortFunctions = {
  files: ['{core,cli,server,app}/src/**/*.{ts,tsx}'],
  rules: {
    'max-lines-per-function': ['error', { max: 60, IIFEs: true }],
    'max-params': ['error', { max: 4 }],
    'no-restricted-syntax': [
      'error',
      {
        selector: "MemberExpression[object.name='document'][property.name=/^querySelector/]",
        message: 'Hold a ref to the element instead of searching the page for it.',
      },
    ],
  },
};

/** What is said of React costs more than all the rest, and has nothing to say where there is none. */
const reactRules = expo.flatMap(({ rules = {} }) => Object.keys(rules)).filter((rule) => rule.startsWith('react'));
const noReact = {
  files: ['{core,cli,server,e2e,bin,lint}/**'],
  rules: Object.fromEntries(reactRules.map((rule) => [rule, 'off'])),
};

export default [
  { ignores: ['**/dist/**', '**/node_modules/**', '**/.expo/**', 'e2e/results/**', '.data/**'] },
  ...expo,
  prettier,
  noReact,
  {
    files: ['**/*.cjs'],
    languageOptions: { globals: { __dirname: 'readonly' } },
  },
  {
    rules: {
      'import/no-unresolved': 'off',
      'import/named': 'off',
      'import/namespace': 'off',
      'import/no-duplicates': 'off',
      'import/no-named-as-default': 'off',
      'import/no-named-as-default-member': 'off',
      'max-lines': ['error', { max: 400 }],
      eqeqeq: ['error', 'always', { null: 'ignore' }],
      'no-console': 'off',
    },
  },
  {
    files: ['**/*.ts', '**/*.tsx'],
    plugins: { ergon },
    rules: {
      'ergon/no-cycle': 'error',
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_', destructuredArrayIgnorePattern: '^_' },
      ],
    },
  },
  coreIsPure,
  ...roomRules,
  ...workspaceRules,
  shortFunctions,
];
