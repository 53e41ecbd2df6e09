import { createHash } from 'node:crypto';
import { readFileSync, readdirSync, statSync } from 'node:fs';
import { resolve } from 'node:path';
import type { Page } from '@playwright/test';
import { soundSource } from '../cli/files';
import { needsHearing } from '../core/level';
import { planShow } from '../core/mix';
import { readShow, type MediaId, type Show } from '../core/show';
import type { PcmSource } from '../core/sound';
import { profileOf, type Profile } from '../core/speech';
import { renderPlan } from '../tests/render';
import { expect, exportWav } from './app';
import { samplesOf } from './media';
import { readRow } from './rows';

// What a show that is open in the browser sounds like, without an export: the saved document, planned and mixed here by the same code as in the
// browser's worker. That both are the same to the sample is seen once for each kind of lane, in the tests that export.

/** Folders in which the files lie that tests bring along. */
const FOLDERS = ['.cache/made', 'demo/narration'];
const sources = new Map<MediaId, PcmSource>();
const profiles = new Map<MediaId, Profile>();
const hashes = new Map<string, string>();

/** The file with these bytes. */
function fileOf(id: MediaId, bytes: number): string {
  for (const folder of FOLDERS) {
    for (const name of readdirSync(folder, { recursive: true, encoding: 'utf8' })) {
      const path = resolve(folder, name);
      const stat = statSync(path, { throwIfNoEntry: false });
      if (!stat?.isFile() || stat.size !== bytes) continue;
      const hash = hashes.get(path) ?? createHash('sha256').update(readFileSync(path)).digest('hex');
      hashes.set(path, hash);
      if (hash === id) return path;
    }
  }
  throw new Error(`no test has brought a file of ${bytes} bytes with the hash ${id}`);
}

function sourceOf({ media }: Show, id: MediaId): PcmSource {
  const known = sources.get(id) ?? soundSource(fileOf(id, media[id]!.bytes)).source;
  sources.set(id, known);
  return known;
}

/** The document of the show that is open, once every edit is on the disk. */
export async function savedShow(page: Page): Promise<Show> {
  await expect(page.getByText('saved', { exact: true })).toBeVisible();
  const row = await readRow(page, `show/${page.url().split('/').at(-1)!}`);
  return readShow((JSON.parse(row!) as { show: unknown }).show);
}

/** The left channel of the show that is open. */
export async function soundOf(page: Page): Promise<Float32Array> {
  const show = await savedShow(page);
  for (const { media } of needsHearing(show)) if (!profiles.has(media)) profiles.set(media, profileOf(sourceOf(show, media)));
  const sounds = Object.values(show.media).filter(({ channels }) => channels > 0);
  const stored = new Map(sounds.map(({ id }) => [id, sourceOf(show, id)]));
  const whole = renderPlan(planShow(show, profiles), stored);
  return Float32Array.from({ length: whole.length / 2 }, (_, i) => whole[i * 2]!);
}

/** The left channel of the show as it is exported, which is what `soundOf` says, to the rounding of 32 bits: added in another order. */
export async function exportedAsHeard(page: Page, path: string): Promise<Float32Array> {
  const expected = await soundOf(page);
  await exportWav(page, path, 'Float');
  const { left } = samplesOf(path);
  expect(left.length).toBe(expected.length);
  let apart = 0;
  for (let i = 0; i < left.length; i += 1) apart = Math.max(apart, Math.abs(left[i]! - expected[i]!));
  expect(apart).toBeLessThan(1e-6);
  return left;
}
