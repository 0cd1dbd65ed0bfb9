// Tests of use cases need the demo's database, which bin/test starts and fills.
const hasDatabase = Boolean(process.env.DATABASE_URL);

module.exports = {
  testMatch: [
    '<rootDir>/src/**/*.test.ts',
    '<rootDir>/src/**/*.test.tsx',
    '<rootDir>/tests/{unit,differential,outside}/**/*.test.ts',
    '<rootDir>/demo/**/*.test.ts',
    ...(hasDatabase ? ['<rootDir>/tests/database/**/*.test.ts'] : []),
  ],
  transform: {
    '^.+\\.(t|j|mj)sx?$': [
      '@swc/jest',
      {
        jsc: {
          parser: { syntax: 'typescript', tsx: true },
          transform: { react: { runtime: 'automatic' } },
          target: 'es2022',
        },
      },
    ],
  },
  transformIgnorePatterns: [
    '/node_modules/(?!(flatqueue|flatbush|osm-pbf-parser-node|ical.js|ical-generator|@seriousme)/)',
  ],
  moduleNameMapper: {
    '\\.css$': '<rootDir>/tests/server-only.cjs',
    '^@/(.*)$': '<rootDir>/src/$1',
    '^server-only$': '<rootDir>/tests/server-only.cjs',
  },
  testTimeout: 60000,
};
