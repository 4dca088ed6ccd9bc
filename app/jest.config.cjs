module.exports = {
  preset: 'jest-expo/web',
  // A page that is typed into takes seconds, and machines differ threefold in speed.
  testTimeout: 60_000,
  testMatch: ['<rootDir>/test/**/*.test.ts?(x)'],
  setupFilesAfterEnv: ['<rootDir>/test/setup.ts'],
  moduleNameMapper: {
    // Fetched as one piece in a browser; here they are there from the start.
    '^(?:\\.|\\.\\./screens)/lazyForms$': '<rootDir>/src/screens/forms.ts',
    '^.*/workers/startWorkers$': '<rootDir>/test/noWorkers.ts',
    '^@ergon/core/(.*)$': '<rootDir>/../core/src/$1.ts',
    '^lucide-react-native/icons/(.*)$': '<rootDir>/test/icon.tsx',
  },
  transformIgnorePatterns: [
    'node_modules/(?!(?:.pnpm/)?((jest-)?react-native|@react-native(-community)?|expo(nent)?|@expo(nent)?/.*|@expo-google-fonts/.*|react-navigation|@react-navigation/.*|@tanstack/.*|react-native-svg))',
  ],
};
