const { default: Sequencer } = require('@jest/test-sequencer');

/** Files that take seconds. */
const SLOW = /(band|even|segments|layered|over|limit|joins|meters|render|rows|edits|voice|dips|fitting)\.test\.ts$/;

/** Files that say everything once more, frame by frame: few mutants get by them. */
const KEEN = /(law|naive\w*)\.test\.ts$/;

const rank = ({ path }) => (KEEN.test(path) ? 0 : SLOW.test(path) ? 2 : 1);

/** A mutant is found by the first test that fails: the quick ones go first. */
module.exports = class QuickFirst extends Sequencer {
  sort(tests) {
    return [...tests].sort((a, b) => rank(a) - rank(b) || (a.path < b.path ? -1 : 1));
  }
};
