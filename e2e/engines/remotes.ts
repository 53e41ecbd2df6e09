import { spawn, type ChildProcess } from 'node:child_process';
import { existsSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import puppeteer from 'puppeteer-core';
import { Builder, Capabilities, type WebElement } from 'selenium-webdriver';
import type { Remote } from './driver';

const PHONE = { width: 390, height: 844 };
/** A body as a function that a remote control can send over. */
const call = (body: string, args: readonly unknown[]) => `(function () {${body}}).apply(null, ${JSON.stringify(args)})`;

/** @param privately as a private window, which keeps nothing. */
export async function firefoxRemote(base: string, privately: boolean): Promise<Remote> {
  const browser = await puppeteer.launch({
    browser: 'firefox',
    executablePath: '/usr/bin/firefox-esr',
    headless: true,
    extraPrefsFirefox: { 'media.autoplay.default': 0, 'browser.privatebrowsing.autostart': privately },
    env: { ...process.env, ...(await sound()) },
  });
  const page = await browser.newPage();
  await page.setViewport(PHONE);
  return {
    goto: async (path) => void (await page.goto(base + path)),
    script: <T>(body: string, ...args: readonly unknown[]) => page.evaluate(call(body, args)) as Promise<T>,
    async press(body, ...args) {
      const found = (await page.evaluateHandle(call(body, args))).asElement();
      await (found as { click(): Promise<void> }).click();
    },
    close: () => browser.close(),
  };
}

const MINI = ['4.1', '4.0', '6.0'].map((version) => `/usr/lib/x86_64-linux-gnu/webkit2gtk-${version}/MiniBrowser`);

export async function webkitRemote(base: string): Promise<Remote> {
  const screen = ':79';
  const helpers: ChildProcess[] = [spawn('Xvfb', [screen, '-screen', '0', '1280x1000x24'], { stdio: 'ignore' })];
  // Its sandbox asks for what a container does not give.
  const env = { ...process.env, ...(await sound()), DISPLAY: screen, WEBKIT_DISABLE_SANDBOX_THIS_IS_DANGEROUS: '1' };
  const port = 4993;
  helpers.push(spawn('WebKitWebDriver', [`--port=${port}`], { env, stdio: 'ignore' }));
  const end = () => helpers.forEach((helper) => helper.kill());
  try {
    await answers(`http://127.0.0.1:${port}/status`);
    const binary = MINI.find((path) => existsSync(path));
    const wanted = new Capabilities({ browserName: 'MiniBrowser', 'webkitgtk:browserOptions': { binary, args: ['--automation'] } });
    const driver = await new Builder().usingServer(`http://127.0.0.1:${port}`).withCapabilities(wanted).build();
    await driver.manage().setTimeouts({ script: 120_000 });
    await driver.manage().window().setRect({ x: 0, y: 0, width: 420, height: 940 });
    return {
      goto: (path) => driver.get(base + path),
      script: <T>(body: string, ...args: readonly unknown[]) => driver.executeScript<T>(body, ...args),
      async press(body, ...args) {
        const found = await driver.executeScript<WebElement>(body, ...args);
        await driver.executeScript('arguments[0].scrollIntoView({ block: "nearest" })', found);
        await found.click();
      },
      async close() {
        await driver.quit().catch(() => undefined);
        end();
      },
    };
  } catch (error) {
    end();
    throw error;
  }
}

async function answers(url: string): Promise<void> {
  for (let looks = 0; looks < 100; looks += 1) {
    if (
      await fetch(url).then(
        (response) => response.ok,
        () => false,
      )
    )
      return;
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
  throw new Error(`${url} does not answer`);
}

let server: Promise<Record<string, string>> | null = null;

/** A sound output that nobody hears: a sound server of its own with an empty sink. */
function sound(): Promise<Record<string, string>> {
  return (server ??= (async () => {
    // A folder of its own: a server that another run is just ending takes its socket away with it.
    const place = mkdtempSync(join(tmpdir(), 'rain-bed-sound-'));
    const socket = `${place}/socket`;
    const sink = ['-n', '--exit-idle-time=-1', '--daemonize=no', '--use-pid-file=no', '-L', 'module-null-sink'];
    const started = spawn('pulseaudio', [...sink, '-L', `module-native-protocol-unix socket=${socket} auth-anonymous=1`], {
      env: { ...process.env, XDG_RUNTIME_DIR: place, HOME: place },
      stdio: 'ignore',
    });
    process.on('exit', () => started.kill());
    started.unref();
    for (let looks = 0; looks < 100 && !existsSync(socket); looks += 1) await new Promise((resolve) => setTimeout(resolve, 100));
    return { PULSE_SERVER: `unix:${socket}` };
  })());
}
