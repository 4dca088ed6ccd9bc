module.exports = {
  preset: 'jest-expo/web',
  // A page that is typed into takes seconds, and machines differ threefold in speed.
  testTimeout: 60_000,
  testMatch: ['<rootDir>/test/**/*.test.ts?(x)'],
  setupFilesAfterEnv: ['<rootDir>/test/setup.ts'],
  moduleNameMapper: {
    // The same that Babel makes of it for packages, and ready to be run as it is.
    '^react-native$': 'react-native-web',
    '^react-native-web/dist/(?!cjs/)(.*)$': 'react-native-web/dist/cjs/$1',
    // Fetched as one piece in a browser; here they are there from the start.
    '^(?:\\.|\\.\\./screens)/lazyForms$': '<rootDir>/src/screens/forms.ts',
    '^.*/workers/startWorkers$': '<rootDir>/test/noWorkers.ts',
    '^@ergon/core/(.*)$': '<rootDir>/../core/src/$1.ts',
    '^lucide-react-native/icons/(.*)$': '<rootDir>/test/icon.tsx',
  },
  transform: {
    // Our own files need nothing of what the preset's Babel does for packages, and this takes a tenth of the time.
    '\\.tsx?$': [
      '@swc/jest',
      {
        jsc: {
          parser: { syntax: 'typescript', tsx: true },
          target: 'es2022',
          transform: { react: { runtime: 'automatic' } },
        },
        module: { type: 'commonjs' },
      },
    ],
  },
  transformIgnorePatterns: [
    'node_modules/react-native-web/',
    'node_modules/(?!(?:.pnpm/)?((jest-)?react-native|@react-native(-community)?|expo(nent)?|@expo(nent)?/.*|@expo-google-fonts/.*|react-navigation|@react-navigation/.*|@tanstack/.*|react-native-svg))',
  ],
};
