import type { Page } from '@playwright/test';
import { addPhotos, expect, exportWav, face, field, goTo, layMusic, newShow, openDemo, test, type } from './app';
import { made } from '../tests/made';
import { clip, ffmpeg, photo } from './media';
import { listenIn } from './scheduled';
import { soundOf } from './sound';
import { bringNarrations, exported, narrationFile } from './voice';

/** A stereo 997 Hz sine at −20 dBFS. */
const sine = () =>
  made(
    'sine-20.wav',
    (path) => void ffmpeg('-f', 'lavfi', '-i', 'sine=f=997:r=48000:d=30', '-af', 'volume=1.0721dB', '-ac', '2', '-c:a', 'pcm_f32le', path),
  );

/** A show of one photo, thirty seconds long, with a tone under it. */
async function toneShow(page: Page): Promise<void> {
  await newShow(page);
  await addPhotos(page, [await photo('red.jpg', '#b03030')]);
  await layMusic(page, sine());
  await face(page, 'Pictures');
  await page.getByTestId('picture 1').click();
  await page.getByRole('button', { name: 'Time', exact: true }).click();
  await type(page, 'Time on screen', '30');
  await page.keyboard.press('Escape');
  await face(page, 'Balance');
}

/** A gate, and drawing it sideways by a share of its channel. */
const gate = (page: Page, name: string) => page.getByRole('slider', { name: `Level of ${name}`, exact: true });
async function draw(page: Page, name: string, places: readonly number[]): Promise<void> {
  const box = (await gate(page, name).boundingBox())!;
  const at = (share: number) => [box.x + box.width * share, box.y + box.height / 2] as const;
  await page.mouse.move(...at(places[0]!));
  await page.mouse.down();
  for (const place of places.slice(1)) await page.mouse.move(...at(place), { steps: 6 });
  await page.mouse.up();
}
const power = (sound: Float32Array) => sound.reduce((sum, value) => sum + value * value, 0) / sound.length;
const level = (sound: Float32Array) => 10 * Math.log10(power(sound) * 2);

test('the desk: levels by gate, by field in dB and percent, by keys; two taps bring them back and say what they were; mute, solo, place are exported', async ({
  page,
}) => {
  await toneShow(page);
  await expect(gate(page, 'Bed')).toHaveAttribute('aria-valuetext', '0.0 dB');
  await draw(page, 'Bed', [0.74, 0.66, 0.5]);
  const said = Number((await gate(page, 'Bed').getAttribute('aria-valuetext'))!.replace('−', '-').replace(' dB', ''));
  expect(said).toBeLessThan(-6);
  expect(said).toBeGreaterThan(-20);
  expect(level((await soundOf(page)).subarray(48_000, 96_000))).toBeCloseTo(-20 + said, 0);

  await face(page, 'Balance');
  await gate(page, 'Bed').dblclick();
  await expect(page.getByText(`Bed is back at 0 dB. It was at ${said.toFixed(1).replace('-', '−')} dB.`)).toBeVisible();
  await gate(page, 'Bed').press('ArrowRight');
  await expect(gate(page, 'Bed')).toHaveAttribute('aria-valuetext', '+0.5 dB');

  await page.getByRole('button', { name: /^Bed: \+0\.5 dB\. Open its fields/ }).click();
  await type(page, 'Level', '+12 dB');
  await type(page, 'Level', '+20 dB');
  await expect(field(page, 'Level')).toHaveValue('+12.0 dB');
  await type(page, 'Level in %', '50');
  await expect(field(page, 'Level')).toHaveValue('−6.0 dB');
  await type(page, 'Place', '-100');
  await page.keyboard.press('Escape');
  const left = await soundOf(page);
  // Balanced to one side by the constant-power law: +3 dB there.
  expect(level(left.subarray(48_000, 96_000))).toBeCloseTo(-20 - 6.02 + 3.01, 1);

  await face(page, 'Balance');
  await page.getByRole('slider', { name: 'Place of Bed between left and right' }).dblclick();
  await expect(page.getByText('Bed is back in the middle. It was at 100 % left.')).toBeVisible();
  await page.getByRole('button', { name: 'Mute Bed' }).click();
  expect(power(await soundOf(page))).toBe(0);
  await page.reload();
  await face(page, 'Balance');
  await expect(page.getByRole('button', { name: 'Mute Bed' })).toHaveAttribute('aria-pressed', 'true');
});

test('meters live: −20.0 of a sine of −20 dBFS in its lane and in the whole, a mark that a tap clears; what a gate does is next to be heard', async ({
  page,
}) => {
  await toneShow(page);
  await listenIn(page);
  await page.keyboard.press('Home');
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect(page.getByText(/now −20\.0 · so far −20\.0 LUFS/)).toBeVisible();
  const desk = page.getByRole('group', { name: 'Bed on the desk' });
  await expect(desk.getByText('top −20.0')).toBeVisible();
  await expect(page.getByRole('group', { name: 'The whole' }).getByText('top −20.0')).toBeVisible();
  await expect(page.getByText(/all −20\.0 LUFS · peak −20\.0 dBTP/)).toBeVisible();

  // The block that what a gesture did begins with lies right ahead, however much was laid before; from gesture to sound is measured in the bench.
  const ahead = await page.evaluate(async () => {
    const slider = document.querySelector<HTMLElement>('[role=slider][aria-label="Level of Bed"]')!;
    const started = globalThis.started!;
    const box = slider.getBoundingClientRect();
    const fire = (kind: string, share: number) =>
      slider.dispatchEvent(
        new PointerEvent(kind, { pointerId: 1, button: 0, bubbles: true, clientX: box.x + box.width * share, clientY: box.y + 22 }),
      );
    Object.assign(slider, { setPointerCapture: () => undefined });
    fire('pointerdown', 0.74);
    fire('pointermove', 0.7);
    const found: number[] = [];
    for (let i = 0; i < 5; i += 1) {
      const before = started.length;
      fire('pointermove', 0.6 - i * 0.02);
      while (started.length === before) await new Promise((resolve) => setTimeout(resolve, 1));
      await new Promise((resolve) => setTimeout(resolve, 400));
      found.push(Math.min(...started.slice(before).map(({ when, clock }) => (when - clock) * 1000)));
    }
    fire('pointerup', 0.5);
    return found;
  });
  expect(Math.max(...ahead)).toBeLessThan(50);
  await expect(page.getByText(/now −(2[6-9]|3\d)\.\d/)).toBeVisible();
  await expect(desk.getByText('top −20.0')).toBeVisible();
  await gate(page, 'Bed').click();
  await expect(desk.getByText(/top −(2[6-9]|3\d)\.\d/)).toBeVisible();
});

test('a ride is written as pins of the lane, in one step; it is exported, and one tap takes it away', async ({ page }) => {
  await toneShow(page);
  await page.keyboard.press('Home');
  await page.getByRole('button', { name: /^Ride/ }).click();
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect(page.getByText(/^0:01\.\d \/ 0:30/)).toBeVisible();
  const box = (await gate(page, 'Bed').boundingBox())!;
  const y = box.y + box.height / 2;
  await page.mouse.move(box.x + box.width * 0.74, y);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width * 0.7, y);
  await page.mouse.move(box.x + box.width * 0.4, y, { steps: 8 });
  // The gate stands there for a second of the show, whenever the finger came to it.
  const clock = async () => Number(/^0:(\d\d\.\d)/.exec(await page.getByText(/^0:\d\d\.\d \/ 0:30/).innerText())![1]);
  const moved = await clock();
  await expect.poll(clock).toBeGreaterThan(moved + 1);
  await page.mouse.up();
  await page.getByRole('button', { name: 'Pause' }).click();
  await expect(page.getByRole('button', { name: 'Undo: ride a lane' })).toBeVisible();
  const sound = await soundOf(page);
  const at = (second: number) => level(sound.subarray(second * 48_000, second * 48_000 + 4800));
  expect(at(0.5)).toBeCloseTo(-20, 1);
  expect(Math.min(...Array.from({ length: 60 }, (_, i) => at(1 + i / 4)))).toBeLessThan(-30);
  expect(at(25)).toBeCloseTo(-20, 1);
  await face(page, 'Balance');
  await page.getByRole('button', { name: /^Bed: .*Open its fields/ }).click();
  await expect(page.getByText(/Ridden by hand: \d+ pins?\./)).toBeVisible();
  // Its pins are knobs on the sheet: outward is louder, and the fields follow what is taken hold of.
  const pin = page.getByTestId('lane pin 1');
  const was = Number(await pin.getAttribute('aria-valuenow'));
  const knob = (await pin.boundingBox())!;
  await page.mouse.move(knob.x + 22, knob.y + 22);
  await page.mouse.down();
  await page.mouse.move(knob.x + 2, knob.y + 22, { steps: 4 });
  await page.mouse.up();
  await expect(page.getByRole('button', { name: /^Undo: move a lane’s pins/ })).toBeVisible();
  expect(Number(await pin.getAttribute('aria-valuenow'))).toBeCloseTo(was - 3, 1);
  await expect(page.getByText(/^Pin 1 of \d+/)).toBeVisible();
  await page.getByRole('button', { name: 'Take the ride of Bed away' }).click();
  await page.keyboard.press('Escape');
  const plain = await soundOf(page);
  expect(level(plain.subarray(48_000 * 2, 48_000 * 3))).toBeCloseTo(-20, 1);
});

test('treatments: added, set, reordered, heard with and without at the same loudness, gone again; clear voice is worked out', async ({
  page,
}, info) => {
  await newShow(page);
  await addPhotos(page, [await photo('red.jpg', '#b03030')]);
  await bringNarrations(page, [narrationFile('again', 'So we measured it, again and again.')]);
  const plain = await exported(page, info.outputPath('plain.wav'));
  await face(page, 'Balance');
  await page.getByRole('button', { name: /^Treatments of Voice/ }).click();
  const panel = page.getByRole('dialog', { name: 'Treatments: Voice' });
  await panel.getByRole('button', { name: 'Add: Tone' }).click();
  await panel.getByRole('button', { name: 'Add: Steady' }).click();
  await expect(panel.getByRole('group', { name: 'Steady' })).toBeVisible();
  await panel.getByRole('button', { name: 'More of Tone' }).click();
  await type(page, 'Highs', '6');
  await panel.getByRole('button', { name: 'Earlier: Steady' }).click();
  await expect(page.getByText('Steady · Tone').first()).toBeHidden();
  const hold = panel.getByRole('button', { name: 'Hold to hear it without its treatments, as loud as with them' });
  await expect(hold).toHaveText('Hold: without');
  await hold.hover();
  await page.mouse.down();
  await expect(hold).toHaveText('Without');
  await expect(page.getByRole('button', { name: 'Pause' })).toBeVisible();
  await page.mouse.up();
  await expect(hold).toHaveText('Hold: without');
  await page.getByRole('button', { name: 'Pause' }).click();
  await panel.getByRole('button', { name: 'Add: Clear voice' }).click();
  await page.keyboard.press('Escape');
  await expect(page.getByText('Clear voice · Steady · Tone')).toBeVisible();
  const treated = await exported(page, info.outputPath('treated.wav'));
  expect(treated.length).toBe(plain.length);
  expect(Math.abs(level(treated) - level(plain))).toBeGreaterThan(1);
  await page.reload();
  await face(page, 'Balance');
  await expect(page.getByText('Clear voice · Steady · Tone')).toBeVisible();
  await page.getByRole('button', { name: /^Treatments of Voice/ }).click();
  await panel.getByRole('button', { name: 'Take all away' }).click();
  await page.keyboard.press('Escape');
  expect(Buffer.compare(Buffer.from((await exported(page, info.outputPath('bare.wav'))).buffer), Buffer.from(plain.buffer))).toBe(0);
});

test('even out shows what each changes by before it is used; afterwards ffmpeg measures them alike', async ({ page }, info) => {
  await newShow(page);
  await addPhotos(page, [await photo('red.jpg', '#b03030')]);
  await page.getByTestId('picture 1').click();
  await type(page, 'Time on screen', '20');
  const quiet = made(
    'quiet.wav',
    (path) =>
      void ffmpeg(
        '-i',
        narrationFile('gravel', 'First the gravel, then the sand, and on top the plants that like wet feet.'),
        '-af',
        'volume=-14dB',
        path,
      ),
  );
  await bringNarrations(page, [narrationFile('floods', 'Every spring the yard floods, right here by the bike shed.'), quiet]);
  await face(page, 'Balance');
  await page.getByRole('button', { name: 'Even out', exact: true }).click();
  const panel = page.getByRole('dialog', { name: 'Even out' });
  await expect(panel.getByRole('listitem')).toHaveCount(2);
  await expect(panel.getByText(/^−[67]\.\d dB$/)).toBeVisible();
  await type(page, 'All to, LUFS', '-20');
  await panel.getByRole('button', { name: 'Change 2 sounds' }).click();
  await expect(panel).toBeHidden();
  await expect(page.getByRole('button', { name: 'Undo: even out' })).toBeVisible();
  await page.getByRole('button', { name: 'Even out', exact: true }).click();
  await type(page, 'All to, LUFS', '-20');
  await expect(panel.getByRole('button', { name: 'All are as loud as that' })).toBeVisible();
  await page.keyboard.press('Escape');
  const path = info.outputPath('even.wav');
  await exportWav(page, path, 'Float');
  const said = ffmpeg('-i', path, '-af', 'ebur128', '-f', 'null', '-');
  expect(Math.abs(Number([...said.matchAll(/I:\s+(-[\d.]+) LUFS/g)].at(-1)![1]) + 20)).toBeLessThan(0.7);
});

test('speed by percent and by length, pitch, backwards: of what is chosen, undone in one step each', async ({ page }) => {
  await toneShow(page);
  await face(page, 'Bed');
  await page
    .getByTestId(/^part /)
    .first()
    .click();
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('button', { name: 'Speed', exact: true }).click();
  await type(page, 'Speed in %', '200');
  await expect(page.getByText(/plays 0:15\.0/)).toBeVisible();
  await type(page, 'New length', '60');
  await expect(field(page, 'Speed in %')).toHaveValue('50 %');
  await type(page, 'Pitch', '-3');
  await expect(field(page, 'Pitch')).toHaveValue('−3 semitones');
  await page.getByRole('button', { name: 'Backwards', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Undo: play backwards' })).toBeVisible();
  for (let i = 0; i < 3; i += 1) await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(page.getByText(/plays 0:15\.0/)).toBeVisible();
});

test('a clip says for itself whether the bed makes room for it; a range has slopes as fields and as handles', async ({ page }) => {
  await newShow(page);
  await addPhotos(page, [clip('mp4', 5)]);
  await layMusic(page, sine());
  await face(page, 'Pictures');
  await page.getByTestId('picture 1').click();
  await page.getByRole('button', { name: 'Sound', exact: true }).click();
  await page.getByRole('radio', { name: 'The bed makes room: For sound' }).click();
  await page.getByRole('button', { name: 'As far as the show says' }).click();
  await type(page, 'The bed goes down to', '-20');
  await expect(page.getByRole('button', { name: 'Undo: make room for it' })).toBeVisible();
  await face(page, 'Balance');
  await page.getByRole('button', { name: /^Mute Clips/ }).click();
  const muted = await soundOf(page);
  await page.getByRole('button', { name: /^Undo/ }).click();
  // Clips are heard with the bed lowered; without them it stays up.
  await face(page, 'Bed');
  await page
    .getByTestId(/^part /)
    .first()
    .click();
  await goTo(page, 2);
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('button', { name: 'Range', exact: true }).click();
  await type(page, 'Range in dB', '-12');
  await type(page, 'Slope into it', '1.5');
  await expect(page.getByTestId('range into')).toBeAttached();
  await expect(page.getByRole('slider', { name: 'Slope into it' })).toHaveAttribute('aria-valuenow', '1.5');
  expect(level(muted.subarray(48_000, 96_000))).toBeCloseTo(-20, 1);
});

test('@wide the desk stands beside the sheet: the river follows the gate while it is drawn', async ({ page }) => {
  await openDemo(page);
  await face(page, 'Balance');
  await expect(page.getByRole('group', { name: 'Bed on the desk' })).toBeVisible();
  await expect(page.getByTestId('part puddle-jump')).toBeVisible();
  await draw(page, 'Bed', [0.74, 0.6, 0.3]);
  await expect(page.getByRole('button', { name: 'Undo: change a lane' })).toBeVisible();
  // In the measure that the demo's dips were asked for.
  await page.getByRole('button', { name: /^Voice \d+ % understood where it is hardest, 0:\d\d/ }).click();
  await expect(page.getByRole('dialog', { name: /How clear the voice is|clear/i })).toBeVisible();
});
