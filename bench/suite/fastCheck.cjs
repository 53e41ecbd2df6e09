// The library itself: its name leads here.
const real = require('../../node_modules/fast-check/lib/cjs/fast-check.js');

/** Properties that are quick, and find most: all their cases are tried. */
const KEEN = /(law|naive\w*|level.joins)\.test\.ts$/;

/** Of another property's cases so many are tried: fewer find fewer mutants, never more. */
const SHARE = 1 / 5;

/** Properties as mutants are met with: few cases, and no search for the smallest that fails, which takes as long as a hundred. */
const assert = (property, parameters = {}) =>
  real.assert(property, {
    ...parameters,
    numRuns: Math.ceil((parameters.numRuns ?? 100) * (KEEN.test(expect.getState().testPath) ? 1 : SHARE)),
    endOnFailure: true,
  });

module.exports = { ...real, assert, default: { ...real, assert }, __esModule: true };
