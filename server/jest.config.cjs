module.exports = {
  testEnvironment: 'node',
  // A machine three times slower than another is no fault.
  testTimeout: 30_000,
  testMatch: ['<rootDir>/test/**/*.test.ts'],
  globalSetup: '<rootDir>/test/startDatabase.ts',
  globalTeardown: '<rootDir>/test/stopDatabase.ts',
  moduleNameMapper: { '^@ergon/core/(.*)$': '<rootDir>/../core/src/$1.ts' },
  transform: {
    '\\.ts$': [
      '@swc/jest',
      {
        jsc: {
          parser: { syntax: 'typescript', decorators: true },
          target: 'es2022',
          transform: { legacyDecorator: true, useDefineForClassFields: false },
          keepClassNames: true,
        },
        module: { type: 'commonjs' },
      },
    ],
  },
};
