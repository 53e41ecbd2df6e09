/** Core, engine and session on their own, in Node. The interface is tested in a real browser (e2e/). */
module.exports = {
  preset: 'jest-expo/web',
  testEnvironment: 'node',
  testMatch: ['<rootDir>/{core,words,engine,session,ui,server,cli,demo,repertoire,tests}/**/*.test.ts'],
  setupFiles: [],
  // No test here is about speed (that is the bench's): a machine that stands still for a while fails none.
  testTimeout: 120_000,
  // Every core: nothing else runs beside it.
  maxWorkers: '100%',
  // Looked up once a module instead of through the sandbox at every sample: signal tests run thirty times faster.
  sandboxInjectedGlobals: ['Math', 'Number', 'Float32Array', 'Float64Array'],
  // Copies of the project that other tools work in.
  modulePathIgnorePatterns: ['<rootDir>/.cache/'],
  // Published as modules only.
  transformIgnorePatterns: ['node_modules/(?!(@noble|mediabunny|unzipit|client-zip|@react-native-async-storage)/)'],
  moduleNameMapper: {
    '^@react-native-async-storage/async-storage$': '@react-native-async-storage/async-storage/jest',
  },
};
