const circus = require('jest-circus/runner');
const { createEmptyTestResult } = require('@jest/test-result');

/** The mutant that a file of this process has found already. */
let found = null;

/** A file of which nothing was asked: Jest takes one without any test for a mistake. */
const unasked = (testPath) => ({
  ...createEmptyTestResult(),
  testFilePath: testPath,
  numPendingTests: 1,
  testResults: [
    { ancestorTitles: [], title: '', fullName: '', status: 'pending', failureMessages: [], failureDetails: [], numPassingAsserts: 0 },
  ],
});

/** Runs the files of a room in turn until one fails: which others would fail as well nobody asks, and reading them takes most of the time. */
module.exports = async function firstFailure(globalConfig, config, environment, runtime, testPath, sendMessageToJest) {
  const mutant = process.env.__STRYKER_ACTIVE_MUTANT__ ?? null;
  if (mutant !== null && mutant === found) return unasked(testPath);
  const result = await circus(globalConfig, config, environment, runtime, testPath, sendMessageToJest);
  if (mutant !== null && result.numFailingTests > 0) found = mutant;
  return result;
};
