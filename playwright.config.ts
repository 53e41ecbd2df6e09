import { defineConfig } from '@playwright/test';

/**
 * Debian's Chromium without its window, quiet: none of its background services reach for a network. It is the same engine as the browser and opens
 * a page in a third of the time.
 */
export const CHROMIUM = {
  executablePath: '/usr/bin/chromium-headless-shell',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    '--autoplay-policy=no-user-gesture-required',
  ],
};

/** The browser as people have it: for what the engine alone does not do (installing, asking for a microphone, the speed of the screen). */
export const BROWSER = { ...CHROMIUM, executablePath: '/usr/bin/chromium' };

const PORT = 4879;

export default defineConfig({
  testDir: 'e2e',
  // No test here is about speed (that is the bench's). Machines that are shared stand still for half a minute now and then: what is
  // expected is waited for longer than that.
  timeout: 300_000,
  expect: { timeout: 60_000 },
  // One for each core of the usual machine. What a test brings along is made whole or not at all (tests/made.ts), and each has a browser of its own.
  workers: 2,
  fullyParallel: true,
  retries: 0,
  reporter: [['line'], ['json', { outputFile: 'test-results/e2e.json' }]],
  outputDir: 'test-results/e2e',
  use: {
    baseURL: `http://localhost:${PORT}`,
    launchOptions: CHROMIUM,
    // Tracing looks at the whole page at each step of each test: who looks into a failure asks for it (`--trace on`).
    screenshot: 'only-on-failure',
    actionTimeout: 60_000,
    serviceWorkers: 'block',
  },
  projects: [
    { name: 'phone', grepInvert: /@wide/, use: { viewport: { width: 390, height: 844 }, hasTouch: true } },
    { name: 'wide', grep: /@wide/, use: { viewport: { width: 1280, height: 800 } } },
  ],
  webServer: {
    command: 'node node_modules/tsx/dist/cli.mjs server/main.ts dist .cache/demo',
    env: { PORT: String(PORT) },
    url: `http://localhost:${PORT}`,
    reuseExistingServer: false,
  },
});
