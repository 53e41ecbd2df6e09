const usual = require('../../jest.config');

/** The tests of the rooms that are mutated, and no others: what another room's tests find by accident does not count. */
module.exports = {
  ...usual,
  rootDir: '../..',
  testMatch: ['<rootDir>/{core/level,core/mix,core/show,session/open}/**/*.test.ts', '<rootDir>/core/fit/splice.test.ts'],
};
