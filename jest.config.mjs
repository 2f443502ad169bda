/** Three suites: `unit` needs nothing, `integration` a PostgreSQL in DATABASE_URL, `browser` a served application in NUNATAK_URL. */
const shared = {
  testEnvironment: 'node',
  transform: {
    '^.+\\.(t|j|mj)sx?$': [
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
    '/node_modules/(?!(d3-[a-z-]+|internmap|culori|pure-rand|kdbush|flatbush|flatqueue|apache-arrow|comlink|hyparquet|hyparquet-writer|fflate|zustand|nuqs|@noble|better-auth|@better-auth|@better-fetch|better-call|nanostores|jose|defu|rou3|kysely|set-cookie-parser)/)',
  ],
  moduleNameMapper: { '^@/(.*)$': '<rootDir>/$1' },
  modulePathIgnorePatterns: ['<rootDir>/.next', '<rootDir>/.data'],
};

export default {
  // Ends what hangs; how fast something is, no test measures.
  testTimeout: 60_000,
  projects: [
    {
      ...shared,
      displayName: 'unit',
      testMatch: ['<rootDir>/{core,files,worker,server,ui,runner,demo,scripts}/**/*.test.{ts,tsx}'],
      testPathIgnorePatterns: ['\\.integration\\.test\\.ts$'],
    },
    {
      ...shared,
      displayName: 'integration',
      testMatch: ['<rootDir>/**/*.integration.test.ts'],
      setupFiles: ['<rootDir>/scripts/outside.ts'],
    },
    {
      ...shared,
      displayName: 'browser',
      testMatch: ['<rootDir>/e2e/**/*.test.ts'],
      setupFilesAfterEnv: ['<rootDir>/e2e/as-loaded.ts'],
    },
  ],
};
