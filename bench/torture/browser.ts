import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type Browser, type Page } from '@playwright/test';
import { CHROMIUM } from '../../playwright.config';

/** A browser with a profile of its own that can be killed and started again: what it keeps stays. */
export class Mortal {
  private readonly profile = mkdtempSync(join(tmpdir(), 'rain-bed-torture-'));
  private running: { readonly program: ChildProcess; readonly browser: Browser } | null = null;
  page!: Page;

  constructor(readonly base: string) {}

  /** The group of its processes. */
  get group(): number {
    return this.running?.program.pid ?? 0;
  }

  /** Starts it where it does not run, and opens a page where none is open. */
  async wake(): Promise<Page> {
    this.running ??= await this.start();
    const [context] = this.running.browser.contexts();
    this.page = await context!.newPage();
    await this.page.setViewportSize({ width: 390, height: 844 });
    await this.page.addInitScript('globalThis.__name = (named) => named');
    return this.page;
  }

  /** The whole browser ends in the middle of whatever it does. */
  async kill(): Promise<void> {
    const { running } = this;
    this.running = null;
    if (!running) return;
    const gone = new Promise((done) => running.program.once('exit', done));
    process.kill(-running.program.pid!, 'SIGKILL');
    await gone;
    await running.browser.close().catch(() => undefined);
  }

  async end(): Promise<void> {
    await this.kill();
    rmSync(this.profile, { recursive: true, force: true, maxRetries: 5 });
  }

  private async start() {
    const args = [...CHROMIUM.args, '--headless=new', '--remote-debugging-port=0', `--user-data-dir=${this.profile}`, 'about:blank'];
    // A group of its own: its helpers die with it.
    const program = spawn(CHROMIUM.executablePath, args, { detached: true, stdio: ['ignore', 'ignore', 'pipe'] });
    const address = await new Promise<string>((found, lost) => {
      let said = '';
      program.stderr.on('data', (piece: Buffer) => {
        said += piece.toString();
        const [, at] = /DevTools listening on (ws:\S+)/.exec(said) ?? [];
        if (at) found(at);
      });
      program.once('exit', () => lost(new Error(`the browser did not start:\n${said}`)));
    });
    return { program, browser: await chromium.connectOverCDP(address) };
  }
}
