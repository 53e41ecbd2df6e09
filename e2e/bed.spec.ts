import { centreOf, dragByTouch, expect, face, field, goTo, layMusic, LIFT, pressable, test, type } from './app';
import { SECOND, heard, level, showWith, tapPiece, tool, undoIs } from './bed';
import { clickSong, clicksOf, loudestFrame, ticks } from './media';
import { exportedAsHeard } from './sound';

test('two songs with an overlap: laid one after the other, overlapped by typing, crossed by law, reordered', async ({ page }, info) => {
  await showWith(page);
  await layMusic(page, clickSong(6));
  await page.getByRole('button', { name: 'Close the drawer' }).tap();
  await layMusic(page, clickSong(8));
  await tool(page, 'Ends');
  await expect(field(page, 'Gap of')).toHaveValue('0.0 s');
  await page.getByRole('radio', { name: 'After the piece before: Overlap' }).tap();
  await type(page, 'Overlap of', '2');
  await undoIs(page, 'overlap two pieces');
  await expect(page.getByText('2.0 s over the end of “click-6-44100”')).toBeVisible();
  await tool(page, 'Cross');
  // Both hum at 220 Hz, in step where they overlap: the very same sound.
  await expect(page.getByText('the two are the same there')).toBeVisible();
  const matched = await exportedAsHeard(page, info.outputPath('matched.wav'));
  await face(page, 'Bed');
  expect(clicksOf(matched)).toEqual([2.5 * SECOND, 6.5 * SECOND]);
  const hum = level(matched, 1, 2);
  for (let at = 3.8; at < 6.2; at += 0.2) expect(Math.abs(level(matched, at, at + 0.2) - hum)).toBeLessThan(0.5);

  await tapPiece(page, '0:04.0');
  await tool(page, 'Cross');
  await tool(page, 'Crossing: Equal power');
  // Equal power is for sounds that are unlike: the same hum on both sides rises by 3 dB in the middle.
  expect(level(await heard(page), 4.95, 5.05) - hum).toBeCloseTo(3.01, 1);

  await page.getByRole('tab', { name: 'Bed' }).tap();
  await page.getByRole('button', { name: '2 pieces in order' }).tap();
  await page.getByRole('button', { name: 'Piece 2 earlier' }).tap();
  await expect(page.getByText('1 · click-8-44100')).toBeVisible();
  await page.keyboard.press('Escape');
  await undoIs(page, 'change the order');
});

test('split, slip, remove a range and close up by thumb; a reload in the middle; every step has its name', async ({ page }) => {
  await showWith(page);
  await layMusic(page, clickSong(12));
  await goTo(page, 4);
  await tool(page, 'Cut');
  await tool(page, 'Split at the now line');
  await expect(page.getByTestId(/^part /)).toHaveCount(2);
  const split = await heard(page);
  await page.getByRole('button', { name: 'Undo: split' }).tap();
  const whole = await heard(page);
  await page.getByRole('button', { name: 'Redo: split' }).tap();
  // A split that changes nothing is not heard.
  let apart = 0;
  for (let i = 0; i < whole.length; i += 1) apart = Math.max(apart, Math.abs(whole[i]! - split[i]!));
  expect(apart).toBeLessThan(1e-6);

  await tapPiece(page, '0:04.0');
  await tool(page, 'Cut');
  await type(page, 'Slip: starts in the piece at', '2');
  await undoIs(page, 'slip');
  await expect(page.getByText('saved', { exact: true })).toBeVisible();
  await page.reload();
  await undoIs(page, 'slip');
  expect(clicksOf(await heard(page))).toEqual([2.5 * SECOND, 4.5 * SECOND]);

  await tapPiece(page, '0:00.0');
  await goTo(page, 1);
  await tool(page, 'Range');
  await type(page, 'Range to', '2');
  await expect(page.getByTestId('range to')).toBeVisible();
  await tool(page, 'Remove the range and close up');
  await undoIs(page, 'remove a range and close up');
  expect(clicksOf(await heard(page))).toEqual([1.5 * SECOND, 3.5 * SECOND]);
});

test('a join is lined up by steps, by dragging and by itself, and heard', async ({ page }) => {
  await showWith(page, 6);
  await layMusic(page, ticks(40));
  // Out of step on purpose: a second is one and a half beats.
  await goTo(page, 5);
  await tool(page, 'Range');
  await type(page, 'Range to', '6.37');
  await tool(page, 'Remove the range and close up');
  await tool(page, 'Cut');
  await tool(page, 'Line up the join at 0:05.0');
  const dialog = page.getByRole('dialog', { name: 'Line up a join' });
  await expect(dialog.getByTestId('join view')).toBeVisible();
  const from = async () => {
    const clicks = clicksOf(await heard(page));
    return clicks.find((frame) => frame > 5 * SECOND)!;
  };
  await page.keyboard.press('Escape');
  const before = await from();
  const reopen = async () => {
    await page
      .getByTestId(/^part /)
      .getByRole('button')
      .focus();
    await page.keyboard.press('Enter');
    await goTo(page, 5);
    if (!(await page.getByRole('button', { name: 'Split at the now line' }).isVisible())) await tool(page, 'Cut');
    await page.getByRole('button', { name: /^Line up the join/ }).tap();
  };
  await reopen();
  await dialog.getByRole('button', { name: '10 ms later' }).tap();
  await dialog.getByRole('button', { name: '1 ms later' }).tap();
  await undoIs(page, 'line up a cut');
  await page.keyboard.press('Escape');
  expect((await from()) - before).toBe(11 * 48);

  await reopen();
  await dragByTouch(page, await centreOf(page, 'join view'), 20);
  await dialog.getByRole('button', { name: 'Line up for me' }).tap();
  await expect(dialog.getByText(/^(Moved by .*by the sound itself|It is lined up already)/)).toBeVisible();
  await dialog.getByRole('button', { name: 'Hear the join' }).tap();
  await expect(dialog.getByRole('button', { name: 'Stop' })).toBeVisible();
  await page.keyboard.press('Escape');
  // Lined up, the beat runs on through the cut: every interval is a beat of 32,000 frames.
  const clicks = clicksOf(await heard(page));
  for (let i = 1; i < clicks.length; i += 1)
    expect(Math.abs(((((clicks[i]! - clicks[i - 1]!) % 32_000) + 16_000) % 32_000) - 16_000)).toBeLessThanOrEqual(2);
});

test('spot sounds: laid at the now line, repeated, layered, lowered; a range of the bed lowered in one gesture', async ({ page }) => {
  await showWith(page);
  await face(page, 'Bed');
  await goTo(page, 3);
  await page.getByTestId('files: Add a spot sound').setInputFiles(clickSong(3));
  await page.getByRole('button', { name: 'Lay it at 0:03.0' }).tap();
  await tool(page, 'Repeat');
  await type(page, 'Again every', '2');
  await tool(page, 'Repeat 2 times');
  await undoIs(page, 'repeat 2 times');
  await expect(page.getByTestId(/^part /)).toHaveCount(3);
  await tool(page, 'Loudness');
  await type(page, 'Loudness in dB', '-6.0206');
  const spots = await heard(page);
  expect([5.5, 7.5, 9.5].map((at) => Number(spots[at * SECOND]!.toFixed(1)))).toEqual([0.4, 0.8, 0.8]);
  // They lie one over the other: where two hum there is more than where one does.
  expect(level(spots, 7.1, 7.4) - level(spots, 9, 9.4)).toBeGreaterThan(3);

  for (let i = 0; i < 3; i += 1) await page.getByRole('button', { name: /^Undo/ }).tap();
  await layMusic(page, clickSong(12));
  await goTo(page, 6);
  await tool(page, 'Range');
  await type(page, 'Range to', '9');
  await type(page, 'Range in dB', '-12');
  await undoIs(page, 'lower a range');
  const bed = await heard(page);
  expect(level(bed, 6.2, 8.8) - level(bed, 4, 5)).toBeCloseTo(-12, 1);
  expect(level(bed, 10, 11) - level(bed, 4, 5)).toBeCloseTo(0, 1);
  expect(level(bed, 5.7, 5.8) - level(bed, 4, 5)).toBeCloseTo(-6, 0);
});

test('by thumb: a part that is dragged near a change of picture lies on it, and goes exactly where it is put once snap is off', async ({
  page,
}) => {
  await showWith(page);
  await layMusic(page, clickSong(6));
  const at = async () =>
    Number(
      /from 0:(\d\d\.\d)/.exec(
        (await page
          .getByTestId(/^part /)
          .getByRole('button')
          .getAttribute('aria-label'))!,
      )![1],
    );
  const scale = await page.getByTestId('sheet').evaluate((sheet) => sheet.clientHeight / 45);
  const body = (await page.getByTestId(/^part /).boundingBox())!;
  await dragByTouch(page, { x: body.x + 180, y: body.y + 30 }, scale * 4.6, LIFT);
  await undoIs(page, 'move a part');
  expect(await at()).toBe(5);
  await page.getByRole('button', { name: /^Undo/ }).tap();
  await page.getByRole('button', { name: 'Tools of the sheet' }).tap();
  await page.getByRole('button', { name: 'Snap is on' }).tap();
  await page.getByRole('button', { name: 'Tools of the sheet', exact: true }).tap();
  await page.getByRole('button', { name: /, from 0:00.0 to/ }).tap();
  await dragByTouch(page, { x: body.x + 180, y: body.y + 30 }, scale * 4.6, LIFT);
  await undoIs(page, 'move a part');
  expect(await at()).toBeGreaterThan(4);
  expect(await at()).toBeLessThan(5);
});

test('@wide by keyboard: split, choose all, move together, copy and paste, remove and close up, cross, line up, loop', async ({ page }) => {
  const press = async (name: string | RegExp) => {
    await pressable(page, name).focus();
    await page.keyboard.press('Enter');
  };
  const count = (number: number) => expect(page.getByTestId(/^part /)).toHaveCount(number);
  await showWith(page, 6);
  await layMusic(page, ticks(40));
  await goTo(page, 4);
  await page.keyboard.press('/');
  await count(2);
  await page.keyboard.press('Control+a');
  await expect(page.getByText('2 parts', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: /, from 0:04.0 to/ }).focus();
  await page.keyboard.press('Shift+ArrowDown');
  await undoIs(page, 'move 2 parts');
  await expect(page.getByRole('button', { name: /, from 0:05.0 to/ })).toBeAttached();
  await page.keyboard.press('Control+z');
  await page.getByRole('button', { name: /, from 0:00.0 to/ }).focus();
  await page.keyboard.press('Enter');
  await page.keyboard.press('Control+c');
  await goTo(page, 12);
  await page.keyboard.press('Control+v');
  await undoIs(page, 'paste a part');
  await count(3);
  await page.keyboard.press('Shift+Delete');
  await undoIs(page, 'remove a part and close up');
  await count(2);

  await page.getByRole('button', { name: /, from 0:04.0 to/ }).focus();
  await page.keyboard.press('Enter');
  await press('After the piece before: Overlap');
  await type(page, 'Overlap of', '1');
  await press('Crossing: Even');
  await undoIs(page, 'change a crossing');
  await page.getByRole('slider', { name: 'Coming in: bend' }).focus();
  await page.keyboard.press('ArrowRight');
  await press('Line up the beats');
  await page.getByTestId('join view').focus();
  for (let i = 0; i < 3; i += 1) await page.keyboard.press('ArrowDown');
  await undoIs(page, 'line up a cut');
  await page.keyboard.press('Escape');
  // Three steps of a millisecond later: the overlap is that much shorter.
  await expect(field(page, 'Overlap of')).toHaveValue('0.997 s');

  await press('Tools of the sheet');
  await press('Snap is on');
  await expect(page.getByRole('button', { name: 'Snap is off' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /, from 0:00.0 to/ }).focus();
  await page.keyboard.press('Enter');
  await press('Mark a range');
  await page.getByTestId('range to').focus();
  await page.keyboard.press('Shift+ArrowUp');
  await press('Remove the range');
  await undoIs(page, 'remove a range');

  await page
    .getByRole('button', { name: /, from 0:0\d.\d to/ })
    .last()
    .focus();
  await page.keyboard.press('Enter');
  await press('Make a loop of whole bars');
  await type(page, 'Tempo', '90');
  await type(page, 'First downbeat', '0.25');
  await page.getByTestId('loop start').focus();
  await page.keyboard.press('ArrowDown');
  await expect(field(page, 'From bar')).toHaveValue('2');
  await expect(field(page, 'Bars')).toHaveValue('3');
  await press('Lay the loop');
  await undoIs(page, 'lay a loop, 2 passes');
  expect(loudestFrame(await heard(page))).toBeGreaterThan(0);
});
