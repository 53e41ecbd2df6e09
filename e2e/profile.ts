import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, mkdtempSync, readFileSync, readdirSync, renameSync, rmSync, statfsSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { chromium } from '@playwright/test';
import { CHROMIUM } from '../playwright.config';
import { noteCost } from '../tests/costs';

/** Where the profiles lie that have the demo show in them: one for each build of the application and the demo. */
const FOLDER = resolve('.cache/profiles');
/** What a copy takes, bytes, with room to spare. */
const ROOM = 1.5e9;

/** A build is known by its first page, which names all scripts by their content, and the demo by what it was made from. */
function hashOfBuild(): string {
  const hash = createHash('sha256');
  for (const path of ['dist/index.html', '.cache/demo.stamp', 'e2e/profile.ts']) hash.update(readFileSync(resolve(path)));
  return hash.digest('hex').slice(0, 20);
}

/** Visits the list of shows for the first time, waits until the demo show is laid out, and looks into it until all of it was listened to. */
async function layOut(folder: string, baseURL: string): Promise<void> {
  const context = await chromium.launchPersistentContext(folder, { ...CHROMIUM, baseURL, serviceWorkers: 'block', locale: 'en-US' });
  const page = await context.newPage();
  await page.goto('/');
  await page.getByRole('button', { name: 'Open “The rain bed by the bike shed”' }).click({ timeout: 240_000 });
  await page.getByRole('tab', { name: 'Finish' }).click();
  await page.getByTestId('check lengths').waitFor({ timeout: 240_000 });
  await page.getByText(/^Still checking/).waitFor({ state: 'hidden', timeout: 240_000 });
  // A show opens where it was left.
  await page.getByRole('tab', { name: 'Bed' }).click();
  await page.getByTestId('part puddle-jump').waitFor();
  await page.getByRole('button', { name: 'Back to the shows' }).click();
  await page.getByRole('button', { name: 'New show' }).waitFor();
  await context.close();
}

/** Path of a browser profile in which the demo show was laid out by a first visit. It is made once a build and only ever copied. */
export async function profileWithDemo(baseURL: string): Promise<string> {
  const name = hashOfBuild();
  const path = join(FOLDER, name);
  if (existsSync(path)) return path;
  const since = performance.now();
  mkdirSync(FOLDER, { recursive: true });
  const draft = mkdtempSync(join(FOLDER, 'draft-'));
  await layOut(draft, baseURL);
  try {
    renameSync(draft, path);
  } catch (error) {
    // Another worker was quicker.
    if (!existsSync(path)) throw error;
    rmSync(draft, { recursive: true });
  }
  noteCost('the demo show laid out in a profile', since);
  // Profiles of builds that are gone take 300 MB each.
  for (const other of readdirSync(FOLDER)) {
    if (other !== name && !other.startsWith('draft-')) rmSync(join(FOLDER, other), { recursive: true, force: true });
  }
  return path;
}

/** In memory where there is enough of it: a copy lives for one test. */
function temporary(): string {
  const memory = '/dev/shm';
  if (!existsSync(memory)) return tmpdir();
  const { bavail, bsize } = statfsSync(memory);
  return bavail * bsize > 2 * ROOM ? memory : tmpdir();
}

/** A copy of a profile for one test, which takes it away afterwards. */
export function copyOfProfile(path: string): { readonly folder: string; remove(): void } {
  const since = performance.now();
  const folder = mkdtempSync(join(temporary(), 'rain-bed-profile-'));
  execFileSync('cp', ['-r', '--reflink=auto', `${path}/.`, folder]);
  noteCost('that profile copied', since);
  return { folder, remove: () => rmSync(folder, { recursive: true, force: true, maxRetries: 5 }) };
}
