const usual = require('../../jest.config');

/** The tests of the rooms that are mutated, and no others: what another room's tests find by accident does not count. */
module.exports = {
  ...usual,
  rootDir: '../..',
  testMatch: ['<rootDir>/{core/level,core/mix,core/show,core/fit,session}/**/*.test.ts'],
  // Each mutant that it meets would cost a minute.
  testPathIgnorePatterns: ['/node_modules/', '/core/fit/weave\\.test\\.ts$'],
  testSequencer: '<rootDir>/bench/suite/quickFirst.cjs',
};
