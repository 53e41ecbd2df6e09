import { writeFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { dipPinsOf, dipsOf, envelopeAt, partEnvelope, type Heard } from '../core/level';
import { WavWriter } from '../core/files';
import { movePart, setDips } from '../core/show/edits';
import { profileOf } from '../core/speech';
import { memorySource } from '../core/sound';
import { RATE } from '../core/units';
import { bringNarrations, narrationFile } from '../e2e/voice';
import { narration, profile, withNarrations } from '../tests/heard';
import { mediaId, showOf } from '../tests/shows';
import { made } from '../tests/made';
import { SENTENCES, SPEAKERS, pink, spoken, under } from '../tests/speakers';
import { dragging } from './bed';
import { median, timed, type Figure, type Size } from './figure';
import { longShow, pinkNoise, repeated } from './shows';

const TEN_MINUTES = 600;
const NARRATIONS = 40;

/** So many seconds of a narration in a room: the same sentences over and over. */
function longNarration(seconds = TEN_MINUTES): Float32Array {
  const one = spoken(SPEAKERS[0]!, [0.5, 0.8, 0.5, 1, 0.7, 0.5]);
  const { sound } = under(one, pink(one.sound.length), 35);
  return Float32Array.from({ length: seconds * RATE }, (_, i) => sound[i % sound.length]!);
}

/** From a narration that was moved to the level of the whole bed, every 10 ms of it; middle of 40 moves. */
function recomputing(by: 'fixed' | 'clear'): number {
  const narrations = Array.from({ length: NARRATIONS }, (_, i) => narration(3001 + i, 8, 5 + i * 14));
  const depth = by === 'fixed' ? ({ by, gain: -10 } as const) : ({ by, margin: 15 } as const);
  let show = setDips(withNarrations(showOf(new Array<number>(60).fill(10), TEN_MINUTES), ...narrations), { change: { depth } });
  const heard: Heard = new Map([
    [mediaId(1000), profile(TEN_MINUTES, [], 0.002)],
    ...narrations.map(({ media }): [string, ReturnType<typeof profile>] => [
      media.id,
      profile(8, [
        [0.5, 3],
        [4, 7.5],
      ]),
    ]),
  ]);
  dipsOf(show, heard);
  let kept = 0;
  const spans = narrations.map(({ part }, i) => {
    show = movePart(show, { id: part.id, at: part.at + (i % 5) / 7 });
    return timed(() => {
      const bed = show.parts[0]!;
      const envelope = partEnvelope(bed, show.lanes[0]!, TEN_MINUTES, {}, dipPinsOf(show, dipsOf(show, heard), bed));
      kept += envelopeAt(envelope, (i * RATE) / 3);
    });
  });
  if (!(kept > 0)) throw new Error('the bed is silent');
  return median(spans) * 1000;
}

/** Where somebody speaks, and dips, measured. */
export function voiceFigures(size: Size): Figure[] {
  const minutes = size === 'full' ? 10 : 1;
  const long = memorySource(longNarration(minutes * 60), 1);
  profileOf(memorySource(new Float32Array(RATE * 10), 1));
  const speech = median([0, 1, 2].map(() => timed(() => void profileOf(long))));
  return [
    { name: `Speech spans and power of a ${minutes}-minute narration`, value: speech, unit: 's', wanted: { most: 1.5 } },
    { name: 'Envelope after a move, 40 narrations, fixed depth', value: recomputing('fixed'), unit: 'ms', wanted: { most: 5 } },
    { name: 'Envelope after a move, 40 narrations, clear', value: recomputing('clear'), unit: 'ms', wanted: { most: 5 } },
  ];
}

/** From laying a long narration until its dips are on the sheet: listened to in the worker, written down, drawn. */
async function listeningTo(page: Page, seconds: number): Promise<Figure> {
  const path = made(
    `spoken-${seconds}.wav`,
    (to) => {
      const writer = new WavWriter('int16', 1, RATE);
      const sound = longNarration(seconds);
      writeFileSync(to, Buffer.concat([writer.header(sound.length), writer.encode(sound, sound.length)]));
    },
    SENTENCES,
    TEN_MINUTES,
  );
  await page.getByRole('tab', { name: 'Voice' }).click();
  await page.getByTestId('files: Bring in').setInputFiles(path);
  const lay = page.getByRole('button', { name: /^Lay it at/ });
  await lay.waitFor({ timeout: 120_000 });
  const start = Date.now();
  await lay.click();
  await page.getByTestId('dip band').first().waitFor({ timeout: 60_000 });
  const took = (Date.now() - start) / 1000;
  await page.getByRole('button', { name: /^Undo: lay a piece/ }).click();
  return { name: `A narration of ${seconds} s, from laying it to its dips on the sheet`, value: took, unit: 's' };
}

/** Dragging a narration in a show of ten minutes with 40 of them: river and dips are drawn anew with it. */
export async function narrating(page: Page, size: Size): Promise<Figure[]> {
  const [seconds, count] = size === 'full' ? [TEN_MINUTES, NARRATIONS] : [60, 4];
  await longShow(page, seconds);
  await page.getByRole('tab', { name: 'Bed' }).click();
  await page.getByTestId('files: Add music').setInputFiles(pinkNoise(seconds));
  await page.getByRole('button', { name: 'Lay it under the show' }).click({ timeout: 120_000 });
  await page.keyboard.press('Home');
  const listened = await listeningTo(page, seconds);
  await bringNarrations(page, [narrationFile('dug', 'We dug where the water stood. It took all day.')]);
  await repeated(page, 14, count - 1);
  await page.getByTestId('dip band').first().waitFor();
  return [listened, ...(await dragging(page, size, `one of ${count} narrations`, '[aria-pressed="true"][aria-label*="chosen"]'))];
}
