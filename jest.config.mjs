/** Unit tests stand beside their code; checks against outside sources are in tests/outside. */
export default {
  testEnvironment: 'node',
  testMatch: [
    '<rootDir>/src/**/*.test.{ts,tsx}',
    '<rootDir>/app/**/*.test.ts',
    '<rootDir>/demo/**/*.test.ts',
    '<rootDir>/tests/{outside,house,crosswalk,hostile,scaling,sheets,units}/**/*.test.ts',
  ],
  transform: {
    '^.+\\.[tj]sx?$': [
      '@swc/jest',
      {
        jsc: {
          parser: { syntax: 'typescript', tsx: true },
          target: 'es2022',
          transform: { react: { runtime: 'automatic' } },
        },
      },
    ],
  },
  // Packages that come as modules of the newer form only.
  transformIgnorePatterns: ['/node_modules/(?!(flatbush|flatqueue|robust-predicates)/)'],
  moduleNameMapper: { '^@/(.*)$': '<rootDir>/src/$1' },
  testTimeout: 180000,
  maxWorkers: 2,
};
