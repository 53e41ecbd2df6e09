import { addPhotos, centreOf, dragByTouch, expect, face, field, goTo, layMusic, LIFT, newShow, openDemo, test, type } from './app';
import { tool } from './bed';
import { clickSong, photo } from './media';
import { band, bringNarrations, exported, laid, narrationFile, onset, recordBar } from './voice';

const FIRST = 'We dug where the water stood. It took all day.';
const SECOND = 'No.';

test('a narration is brought in, the bed makes room, and the dip follows wherever the narration goes', async ({ page }) => {
  await newShow(page);
  await addPhotos(page, [await photo('voice-a.jpg', '#446688'), await photo('voice-b.jpg', '#886644')]);
  await page.getByTestId('picture 1').click();
  await type(page, 'Time on screen', '20');
  await layMusic(page, clickSong(25));
  await face(page, 'Voice');
  await goTo(page, 4);
  await bringNarrations(page, [narrationFile('dug', FIRST)]);
  await expect(page.getByTestId('dip band')).toHaveCount(1);
  const before = await band(page);

  // By touch: press, hold, and down the sheet.
  const part = page.getByTestId(/^part /).last();
  const id = (await part.getAttribute('data-testid'))!;
  await dragByTouch(page, await centreOf(page, id), 60, LIFT);
  await expect(page.getByRole('button', { name: 'Undo: move a part' })).toBeVisible();
  const after = await band(page);
  expect(after.from - before.from).toBeGreaterThan(2);
  expect(Math.abs(after.seconds - before.seconds)).toBeLessThan(0.01);
  const moved = Number(/from 0:([\d.]+)/.exec((await laid(page).last().getAttribute('aria-label'))!)![1]) - 4;
  expect(Math.abs(after.from - before.from - moved)).toBeLessThan(0.06);

  // Muted, it asks for nothing; let sound again, it does.
  await page.getByRole('button', { name: 'Dip', exact: true }).click();
  await page.getByRole('button', { name: 'Mute the narration' }).click();
  await expect(page.getByTestId('dip band')).toHaveCount(0);
  await page.getByRole('button', { name: 'Mute the narration' }).click();
  await expect(page.getByTestId('dip band')).toHaveCount(1);

  // A new take stands where the old one did; its dip is its own. The old one is kept, also over a reload.
  await page.getByRole('button', { name: 'Takes', exact: true }).click();
  await page.getByTestId('files: Another file').setInputFiles(narrationFile('no', SECOND));
  await expect(page.getByRole('radio', { name: 'Take 2' })).toBeChecked();
  await expect.poll(async () => (await band(page)).seconds).toBeLessThan(after.seconds - 1);
  await expect(page.getByText('saved', { exact: true })).toBeVisible();
  await page.reload();
  await laid(page).last().click();
  await page.getByRole('button', { name: 'Takes', exact: true }).click();
  await page.getByRole('radio', { name: 'Take 1' }).click();
  await expect.poll(async () => Math.abs((await band(page)).from - after.from)).toBeLessThan(0.01);
  expect(Math.abs((await band(page)).seconds - after.seconds)).toBeLessThan(0.01);
});

test('the voice is made clear: the chosen mark holds everywhere, and by how much is said', async ({ page }) => {
  await openDemo(page);
  await face(page, 'Voice');
  // The demo thins out until three quarters of its voice are understood.
  await page.getByRole('button', { name: /^Voice over bed: (7[3-9]|[89]\d) % understood where it is hardest to hear/ }).click();
  const dialog = page.getByRole('dialog', { name: 'How clear the voice is' });
  await dialog.getByRole('radio', { name: 'Mark to aim for: 20 dB' }).click();
  await expect(dialog.getByText('WCAG 2.2, 1.4.7; not held everywhere')).toBeVisible();
  await dialog.getByRole('button', { name: 'Make clear: 20 dB everywhere' }).click();
  await expect(dialog.getByText('WCAG 2.2, 1.4.7; held everywhere')).toBeVisible();
  const tightest = dialog.getByRole('button', { name: /Go to where the voice is hardest to hear/ });
  const [, over, at] = /, ([\d.]+) dB at 0:([\d.]+)$/.exec((await tightest.getAttribute('aria-label'))!)!;
  expect(Number(over)).toBeGreaterThanOrEqual(19.9);
  expect(Number(over)).toBeLessThan(21);
  await tightest.click();
  await expect(page.getByText(/The bed goes down by [\d.]+ dB to [\d.]+ dB where somebody speaks/)).toBeVisible();
  await expect(page.getByText(new RegExp(`^0:${at} /`))).toBeVisible();
});

test('several files for several speakers: laid in a row, a lane muted, words written before they are spoken', async ({ page }) => {
  await newShow(page);
  await addPhotos(page, [await photo('voice-a.jpg', '#446688')]);
  await page.getByTestId('picture 1').click();
  await type(page, 'Time on screen', '40');
  await layMusic(page, clickSong(40));
  await face(page, 'Voice');
  await page.getByRole('button', { name: 'Speakers' }).click();
  const dialog = page.getByRole('dialog', { name: 'Speakers' });
  await dialog.getByRole('button', { name: 'Add a speaker' }).click();
  await dialog.getByRole('textbox', { name: 'Name of Voice 2' }).fill('Grandma');
  await dialog.getByRole('textbox', { name: 'Name of Voice 2' }).press('Tab');
  await expect(dialog.getByRole('button', { name: 'Record on Grandma' })).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('Escape');
  await bringNarrations(page, [narrationFile('dug', FIRST), narrationFile('no', SECOND)]);
  await expect(page.getByTestId('dip band').first()).toBeVisible();
  // Both together: the gap between them closed.
  await page.keyboard.press('Control+a');
  await page.getByRole('button', { name: 'Close the gaps' }).click();
  const times = async (name: string) =>
    /from (\S+) to (\d:[\d.]+)/.exec((await page.getByRole('button', { name: new RegExp(`^${name}, from`) }).getAttribute('aria-label'))!)!;
  expect((await times('no'))[1]).toBe((await times('dug'))[2]);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: '2 speakers' }).click();
  await dialog.getByRole('button', { name: 'Mute Grandma' }).click();
  await expect(page.getByTestId('dip band')).toHaveCount(0);
  await page.keyboard.press('Escape');

  await page.keyboard.press('End');
  await page.getByRole('button', { name: 'Write a line at the now line' }).click();
  await page.getByRole('textbox', { name: 'Words of the line' }).fill('And then it rained for three weeks, day and night.');
  await expect(page.getByText(/^takes about 3\.\d s to say$/)).toBeVisible();
  await page.getByRole('button', { name: 'Close: A written line' }).click();
  await expect(page.getByRole('button', { name: /^Written line at 0:40\.0: And then/ })).toBeVisible();
});

test('pauses are found, and the narration split at them or made shorter', async ({ page }) => {
  await newShow(page);
  await addPhotos(page, [await photo('voice-a.jpg', '#446688')]);
  await page.getByTestId('picture 1').click();
  await type(page, 'Time on screen', '30');
  await face(page, 'Voice');
  await bringNarrations(page, [narrationFile('pauses', 'It rained. [[_:_:_:_:_]] All night.. Then it stopped. Nobody knew why.')]);
  await tool(page, 'Pauses');
  await type(page, 'Pauses of at least', '0.2');
  const found = await page.getByRole('button', { name: /Go to the pause at/ }).count();
  expect(found).toBeGreaterThan(1);
  await page.getByRole('button', { name: 'Split at the pauses' }).click();
  await expect(page.getByTestId(/^part /)).toHaveCount(found + 1);
  await page.getByRole('button', { name: 'Undo: split at the pauses' }).click();
  await laid(page).first().click();
  await tool(page, 'Pauses');
  await type(page, 'Pauses of at least', '0.2');
  await type(page, 'Shorten to', '0');
  await page.getByRole('button', { name: 'Cut the pauses out' }).click();
  await expect(page.getByText('No pause of that length in it.')).toBeVisible();
});

test('a narration is recorded with the practice microphone and lies in the export where it was spoken', async ({ page }, info) => {
  await newShow(page);
  await addPhotos(page, [await photo('voice-a.jpg', '#446688')]);
  await page.getByTestId('picture 1').click();
  await type(page, 'Time on screen', '20');
  await face(page, 'Voice');
  await goTo(page, 3);
  await page.getByRole('button', { name: 'Record from the now line' }).click();
  await page.getByRole('button', { name: 'Practice microphone' }).click();
  await page.getByRole('button', { name: 'Set up recording' }).click();
  // One tap: the practice microphone hears the clicks as soon as they are played.
  await page.getByRole('button', { name: 'Measure how late it comes' }).click();
  await expect(page.getByText('measured or set by you')).toBeVisible();
  const late = Number((await field(page, 'The recording comes late by').inputValue()).replace(/[+ s]/g, '').replace('−', '-'));
  expect(Math.abs(late)).toBeLessThan(0.06);
  await page.getByRole('button', { name: 'Set up recording' }).click();
  await page.getByRole('button', { name: 'Start recording' }).click();
  for (const left of ['3', '2', '1']) await expect(page.getByText(left, { exact: true })).toBeVisible();
  await expect(page.getByText('Recording', { exact: true })).toBeVisible();
  await expect(recordBar(page).getByText(/^0:07\.\d$/)).toBeVisible();
  await page.getByRole('button', { name: 'Stop recording' }).click();
  await expect(laid(page)).toHaveAccessibleName(/^Recording 1, from 0:03\.0 to 0:0[6789]/);
  // It begins to speak 0.8 s after the show does; its line begins with 50 ms of silence.
  const sound = await exported(page, info.outputPath('recorded.wav'));
  expect(Math.abs(onset(sound) - 3.85)).toBeLessThan(0.06);
});

test('levels by hand on top of the dips: pins by touch, lowered from here to here, the dips taken over and given back', async ({
  page,
}) => {
  await newShow(page);
  await addPhotos(page, [await photo('voice-a.jpg', '#446688')]);
  await page.getByTestId('picture 1').click();
  await type(page, 'Time on screen', '30');
  await layMusic(page, clickSong(30));
  await page
    .getByTestId(/^part /)
    .first()
    .click();
  await tool(page, 'Pins');
  await goTo(page, 2);
  await page.getByRole('button', { name: 'Add a pin at the now line' }).click();
  await expect(page.getByTestId('pin 1')).toBeVisible();
  await goTo(page, 6);
  await page.getByRole('button', { name: 'Add a pin at the now line' }).click();
  await expect(page.getByTestId('pin 2')).toBeVisible();
  // Toward the middle lowers.
  const from = await centreOf(page, 'pin 2');
  const session = await page.context().newCDPSession(page);
  for (const [kind, x] of [
    ['touchStart', 0],
    ['touchMove', -10],
    ['touchMove', -30],
    ['touchMove', -40],
  ] as const) {
    await session.send('Input.dispatchTouchEvent', { type: kind, touchPoints: [{ x: from.x + x, y: from.y }] });
  }
  await session.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
  await expect(page.getByRole('button', { name: 'Undo: move a pin' })).toBeVisible();
  await expect(page.getByTestId('pin 2')).toHaveAttribute('aria-valuetext', /^−6\.0 dB at 0:06\.0, chosen$/);
  await type(page, 'Level of the pin', '-12');
  await expect(page.getByTestId('pin 2')).toHaveAttribute('aria-valuenow', '-12');
  await page.getByRole('button', { name: 'Choose all pins' }).click();
  await page.getByRole('button', { name: 'Lower: the chosen pins' }).click();
  await expect(page.getByTestId('pin 1')).toHaveAttribute('aria-valuenow', '-1');
  await expect(page.getByTestId('pin 2')).toHaveAttribute('aria-valuenow', '-13');
  await page.getByRole('button', { name: 'Reset all pins' }).click();
  await expect(page.getByTestId(/^pin \d/)).toHaveCount(0);
});

test('@wide by keyboard: D switches a dip, P sets a pin, arrows move it, dips become pins and come back', async ({ page }) => {
  await openDemo(page);
  await face(page, 'Voice');
  await expect(page.getByText(/^Hardest to hear: /)).toBeVisible();
  await expect(page.getByTestId('dip band').first()).toBeVisible();
  const bands = await page.getByTestId('dip band').count();
  await laid(page)
    .filter({ hasText: '' })
    .and(page.getByRole('button', { name: /^1-puddle/ }))
    .focus();
  await page.keyboard.press('Enter');
  await page.keyboard.press('d');
  await expect(page.getByTestId('dip band')).toHaveCount(bands - 1);
  await page.keyboard.press('d');
  await expect(page.getByTestId('dip band')).toHaveCount(bands);
  await type(page, 'Deeper or shallower by', '-4');
  await expect(page.getByText('4.0 dB deeper')).toBeVisible();

  await face(page, 'Bed');
  await goTo(page, 20);
  await page.keyboard.press('p');
  await page.getByTestId('pin 1').focus();
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('ArrowDown');
  await expect(page.getByTestId('pin 1')).toHaveAttribute('aria-valuetext', /^−0\.5 dB at 0:20\.1/);
  await page.getByRole('button', { name: 'Take the dips over as pins' }).click();
  await expect(page.getByText('The level of this part is set by hand now')).toBeVisible();
  await expect(page.getByTestId(/^pin \d/).nth(4)).toBeVisible();
  await page.getByRole('button', { name: 'Back to the dips' }).click();
  await expect(page.getByTestId(/^pin \d/)).toHaveCount(1);
});

test('where there is no microphone, words say so and name the other ways in', async ({ page }) => {
  await newShow(page);
  await addPhotos(page, [await photo('voice-a.jpg', '#446688')]);
  await face(page, 'Voice');
  await page.getByRole('button', { name: 'Record from the now line' }).click();
  await page.getByRole('button', { name: 'Use the microphone' }).click();
  await expect(page.getByText(/^No microphone was found/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Practice microphone' })).toBeVisible();
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  await expect(page.getByTestId('files: Bring in')).toBeAttached();
});
