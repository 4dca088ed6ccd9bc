import expo from 'eslint-config-expo/flat.js';
import prettier from 'eslint-config-prettier';

/** The core knows nothing outside itself but Zod: dependencies point one way. */
const coreIsPure = {
  files: ['core/src/**/*.ts'],
  rules: {
    'no-restricted-imports': [
      'error',
      { patterns: [{ regex: '^(?!\\./|zod$)', message: 'The core imports nothing outside itself but Zod.' }] },
    ],
    'no-restricted-globals': ['error', 'window', 'document', 'process', 'fetch', 'setTimeout', 'console', 'Date'],
  },
};

export default [
  { ignores: ['**/dist/**', '**/node_modules/**', '**/.expo/**', 'e2e/results/**', '.data/**'] },
  ...expo,
  prettier,
  {
    rules: {
      'import/no-unresolved': 'off',
      'import/named': 'off',
      'import/namespace': 'off',
      'import/no-duplicates': 'off',
      'import/no-named-as-default': 'off',
      'import/no-named-as-default-member': 'off',
      'max-lines': ['error', { max: 420 }],
      eqeqeq: ['error', 'always', { null: 'ignore' }],
      'no-console': 'off',
    },
  },
  {
    files: ['**/*.ts', '**/*.tsx'],
    rules: {
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_', destructuredArrayIgnorePattern: '^_' },
      ],
    },
  },
  coreIsPure,
];
