const { default: Sequencer } = require('@jest/test-sequencer');

/** Files that take seconds. */
const SLOW = /(segments|layered|over|limit|joins|meters|render|rows|edits|voice|dips|fitting)\.test\.ts$/;

/** A mutant is found by the first test that fails: the quick ones go first. */
module.exports = class QuickFirst extends Sequencer {
  sort(tests) {
    return [...tests].sort((a, b) => SLOW.test(a.path) - SLOW.test(b.path) || (a.path < b.path ? -1 : 1));
  }
};
