const usual = require('../../jest.config');

/** The tests of the room that is being mutated, and no others. */
module.exports = {
  ...usual,
  rootDir: '../..',
  testMatch: [`<rootDir>/${process.env.RAIN_BED_ROOM}/**/*.test.ts`],
  // Each mutant that it meets would cost a minute.
  testPathIgnorePatterns: ['/node_modules/', '/core/fit/weave\\.test\\.ts$'],
  moduleNameMapper: { ...usual.moduleNameMapper, '^fast-check$': '<rootDir>/bench/suite/fastCheck.cjs' },
  // Stryker asks for a runner that is called so.
  testRunner: '<rootDir>/bench/suite/jest-circus-firstFailure.cjs',
  testSequencer: '<rootDir>/bench/suite/quickFirst.cjs',
};
