import fc from 'fast-check';
import { mediaId, photoMedia, showOf, soundMedia } from '../../tests/shows';
import { applyChanges, changesBetween } from './changes';
import { perform, startHistory, undo, STEPS_KEPT, type History } from './history';
import { FIRST_LANES } from './newShow';
import { historyOf, mediaNamed, nothingWritten, rowNames, rowsFor, stepsOf, type Written } from './rows';
import type { Show } from './types';
import * as edits from './edits';

/** What a disk would hold after saves. */
function disk() {
  const rows = new Map<string, string>();
  const written: Written = nothingWritten();
  const save = (history: History, at = 1) => {
    const { put, drop } = rowsFor(history, at, written);
    for (const [name, text] of put) rows.set(name, text);
    for (const name of drop) rows.delete(name);
    return [...put].filter(([name]) => name !== rowNames.show(history.show.id)).reduce((sum, [, text]) => sum + text.length, 0);
  };
  const open = (id: string) => {
    const row = JSON.parse(rows.get(rowNames.show(id))!) as { past: unknown; future: unknown };
    const { past, future } = stepsOf(row);
    return historyOf(row, new Map([...past, ...future].map((number) => [number, rows.get(rowNames.step(id, number))!])));
  };
  return { rows, save, open };
}

/** A show with many pieces, each of them with passages of its own. */
function large(parts: number): Show {
  const media = soundMedia(1001, 600);
  const pieces = Array.from({ length: parts }, (_, i) => ({
    ...edits.newPart(`part-${i}`, FIRST_LANES.spot, media),
    at: i * 3,
    spans: Array.from({ length: 4 }, (_each, k) => ({ from: k * 10, to: k * 10 + 2, join: 0.02 })),
  }));
  return edits.layParts(showOf([600]), { parts: pieces, media: [media], instead: [] });
}

it('leads from any list to any other and back, and lists of names are spliced', () => {
  const entry = fc.record({ id: fc.constantFrom(...'abcdefgh'), level: fc.nat(3) });
  const list = fc.uniqueArray(entry, { selector: ({ id }) => id });
  const bare = fc.array(fc.record({ from: fc.nat(3) }), { maxLength: 5 });
  const text = fc.option(fc.string({ maxLength: 2 }), { nil: undefined });
  const document = fc.record({ list, bare, inner: fc.record({ x: text, y: text, z: text }) });
  fc.assert(
    fc.property(document, document, (a, b) => {
      const forth = JSON.parse(JSON.stringify(changesBetween(a, b))) as ReturnType<typeof changesBetween>;
      expect(JSON.stringify(applyChanges(a, forth))).toBe(JSON.stringify(b));
      expect(changesBetween(a, structuredClone(a))).toEqual([]);
    }),
    { numRuns: 500 },
  );
  // A field that was set to nothing leaves a place behind in memory, and none on the disk: where it comes again follows from the latter.
  const [left, gone] = [{ inner: { x: undefined, y: 'b' } }, { inner: { y: 'b', x: 'a' } }] as {
    inner: Record<string, string | undefined>;
  }[];
  expect(JSON.stringify(applyChanges(left!, changesBetween({ inner: { y: 'b' } }, gone!)))).toBe(JSON.stringify(gone));
  const show = large(200);
  const later = edits.removeParts(show, { ids: ['part-3', 'part-4', 'part-90'], closeUp: false });
  expect(changesBetween(show, later)).toEqual([
    { p: ['parts'], at: 90, cut: 1, put: [] },
    { p: ['parts'], at: 3, cut: 2, put: [] },
  ]);
});

it('writes what was edited and not the show over again: a row for each step, and steps that are let go of are taken away', () => {
  const { rows, save, open } = disk();
  let history = startHistory(large(200));
  save(history);
  const sizes: number[] = [];
  for (let i = 0; i < STEPS_KEPT + 60; i += 1) {
    const id = `part-${i % 200}`;
    history =
      i % 3 === 0
        ? perform(history, edits.movePart, { id, at: (i % 200) * 3 + 0.5 + i / 1000 })
        : i % 3 === 1
          ? perform(history, edits.setPartGain, { ids: [id], gain: -1 - (i % 7) - i / 1000 })
          : perform(history, edits.splitParts, { ids: [[id, `half-${i}`]], moment: (i % 200) * 3 + 1.5 });
    sizes.push(save(history));
  }
  expect(Math.max(...sizes)).toBeLessThan(4000);
  expect(rows.size).toBe(2 + STEPS_KEPT);
  expect(open('test')).toEqual(history);
  // What was undone can be redone after a reload; another edit lets go of it.
  history = undo(undo(history));
  save(history);
  expect(open('test')).toEqual(history);
  history = perform(history, edits.renameShow, { title: 'Another way' });
  save(history);
  expect(open('test')).toEqual(history);
  expect(rows.size).toBe(2 + history.past.length);
});

it('knows every medium that may come back: those of the show, and those that only an undo step names', () => {
  const photo = photoMedia(77);
  const added = perform(startHistory(showOf([5], 10)), edits.addPictures, {
    pictures: [edits.newPicture('more', photo, showOf([]).ownStart)],
    media: [photo],
    index: 1,
  });
  const undone = undo(added);
  expect(undone.show.media[photo.id]).toBeUndefined();
  expect(mediaNamed(undone)).toEqual([mediaId(1), photo.id, mediaId(1000)].sort());
});
