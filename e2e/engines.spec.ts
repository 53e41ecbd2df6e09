import { expect, test } from '@playwright/test';
import { Driver, type Remote } from './engines/driver';
import { firefoxRemote, webkitRemote } from './engines/remotes';
import { made } from '../tests/made';
import { ffmpeg, photo, song } from './media';
import { NO_DEMO } from './seeded';

/** A clip, with sound or without. */
const filmed = (name: string, ...sound: string[]) =>
  made(`${name}.webm`, (path) => void ffmpeg('-f', 'lavfi', '-i', 'testsrc2=s=320x180:r=15:d=3', ...sound, '-c:v', 'libvpx', path), sound);

const PICTURES = 'document.querySelectorAll(\'[data-testid^="picture "]\').length';

/** A new show with pictures and music that is made to fit. */
async function layOut(driver: Driver, clip: string): Promise<void> {
  const pictures = [await photo('red.jpg', '#b03030'), await photo('green.png', '#30a050')];
  // The first visit would lay out the demo show beside all this.
  await driver.goto('/health');
  await driver.script(`return ${NO_DEMO}`);
  await driver.goto('/');
  await driver.button('New show');
  await driver.catchSaved();
  await driver.files('files: Add photos and clips', [...pictures, clip]);
  await driver.until('three pictures', `return ${PICTURES} === 3`);

  await driver.tab('Bed');
  await driver.files('files: Add music', [song('engines', { tempo: 112, beats: 4, style: 'band', form: 'ABA', bars: 4 })]);
  await driver.button('Lay it under the show');
  await driver.button(/^Length: .* over/);
  await driver.button('Use this fit');
  await driver.sees(/Length: Fits/);
}

/** What is recorded, and taken home as sound and as a film: whatever an engine lacks is found by asking it and said in words. */
async function recordAndExport(driver: Driver): Promise<void> {
  await driver.tab('Voice');
  await driver.button('Record from the now line');
  await driver.button('Practice microphone');
  await driver.button('Start recording');
  await driver.sees(/0:0[3-9]\.\d \//);
  await driver.button('Stop recording');
  await driver.sees(/^Recording 1, from 0:00/);

  await driver.tab('Finish');
  await driver.button('Save the sound alone');
  await driver.button('Save the sound');
  expect(await driver.saved(1)).toBeGreaterThan(100_000);

  await driver.button('Save as a film');
  // Asked whether it can write films, the engine answers with the button or with a sentence.
  const films = await driver.until<string>(
    'no word about films',
    `
    const dialog = document.querySelector('dialog[open]');
    if (!dialog) return '';
    if (/cannot write films\\./.test(dialog.innerText)) return 'none';
    const save = dialog.querySelector('[aria-label="Save the film"]');
    return save && !save.disabled && save.getAttribute('aria-disabled') !== 'true' ? 'can' : '';
    `,
  );
  if (films === 'can') {
    await driver.button('Save the film');
    expect(await driver.saved(2)).toBeGreaterThan(10_000);
  } else await driver.button(/^Close/);
}

/** The work goes into a file and comes back out of it. */
async function keep(driver: Driver): Promise<void> {
  await driver.tab('Finish');
  const before = await driver.script<number>('return window.savedFiles.length');
  await driver.button('Save the work as a file');
  await driver.button('Save the work');
  expect(await driver.saved(before + 1)).toBeGreaterThan(50_000);
  await driver.button('Back to the shows');
  await driver.giveSaved('files: Open a file', 'My show.rainbed.zip');
  await driver.button('Open as a copy');
  await driver.button('Show it');
  await driver.until('three pictures again', `return ${PICTURES} === 3`);
  await driver.tab('Bed');
  await driver.sees(/Length: Fits/);
}

/** WebKitGTK 2.50 ends the page at the first copy of decoded sound, one made by hand included (AudioData.copyTo): its clip has none. */
/** Beside Chromium, which does all of this in the other tests. */
const ENGINES: readonly [
  name: string,
  does: { readonly sounding: boolean; readonly all: boolean },
  open: (base: string) => Promise<Remote>,
][] = [
  ['Firefox', { sounding: true, all: true }, (base) => firefoxRemote(base, false)],
  // Where nothing is kept, what differs is taking in and keeping.
  ['Firefox, a private window', { sounding: true, all: false }, (base) => firefoxRemote(base, true)],
  ['WebKit', { sounding: false, all: true }, webkitRemote],
];

for (const [name, { sounding, all }, open] of ENGINES) {
  test(`the main job in ${name}`, async ({ baseURL }) => {
    const driver = new Driver(name, await open(baseURL!));
    try {
      await layOut(driver, sounding ? filmed('engines', '-f', 'lavfi', '-i', 'sine=330:d=3', '-c:a', 'libopus') : filmed('engines-silent'));
      if (all) await recordAndExport(driver);
      await keep(driver);
    } finally {
      await driver.close();
    }
  });
}
