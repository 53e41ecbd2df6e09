import { createHash } from 'node:crypto';
import { performLayers } from './music/perform';
import { BEATS_PER_BAR, LAYERS, SECTIONS, TEMPO, compose } from './music/score';
import { SCENES, svgOf } from './pictures/scenes';

it('composes about two minutes in four layers, with sections that return and an ending', () => {
  const notes = compose();
  const seconds = (Math.max(...notes.map((note) => note.beat)) * 60) / TEMPO;
  expect(seconds).toBeGreaterThan(110);
  expect(seconds).toBeLessThan(130);
  expect(new Set(notes.map((note) => note.layer))).toEqual(new Set(LAYERS));
  const bars = SECTIONS.reduce((sum, section) => sum + section.chords.length, 0);
  const last = notes.filter((note) => note.beat >= bars * BEATS_PER_BAR);
  // The final bar stands on G: its bass is the root, and every tone belongs to the chord.
  expect(
    last.filter((note) => note.layer === 'chords' || note.layer === 'bass').every((note) => [7, 11, 2].includes(note.pitch % 12)),
  ).toBe(true);
});

it('performs the same samples every time, and every layer sounds', () => {
  // A few bars in which all play, moved to the beginning: each note is made in the same way wherever it stands.
  const few = compose()
    .filter(({ beat }) => beat >= 64 && beat < 80)
    .map((note) => ({ ...note, beat: note.beat - 64 }));
  const hash = createHash('sha256');
  const again = createHash('sha256');
  for (const [, tape] of performLayers(few)) {
    hash.update(tape.left).update(tape.right);
    expect(tape.left.some((value) => Math.abs(value) > 0.05)).toBe(true);
  }
  for (const [, tape] of performLayers(few)) again.update(tape.left).update(tape.right);
  expect(again.digest('hex')).toBe(hash.digest('hex'));
});

it('draws fourteen pictures that leave ten of 96 seconds to the clips', () => {
  expect(SCENES).toHaveLength(14);
  expect(SCENES.reduce((sum, scene) => sum + scene.hold, 0)).toBe(86);
  for (const scene of SCENES) expect(svgOf(scene)).not.toMatch(/undefined|NaN/);
});
