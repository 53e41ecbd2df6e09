import { sayPhrase } from '../../words';
import fc from 'fast-check';
import { narration, profile, withNarrations } from '../../tests/heard';
import { mediaId, showOf } from '../../tests/shows';
import { addLane, toLane } from '../show/edits';
import { captionsOf, subRip, webVtt } from '.';

const said = (words: string, at = 2) => withNarrations(showOf([30], 30), narration(7, 10, at, { words }));
/** Somebody speaks from 1 s to 9 s of the narration. */
const heard = new Map([[mediaId(7), profile(10, [[1, 9]])]]);

it('shares the time in which somebody speaks among the sentences, as they take to be said', () => {
  const captions = captionsOf(said('It rains. The water runs to the shed and stands there until the evening.'), heard, sayPhrase);
  expect(captions.map(({ lines }) => lines)).toEqual([
    ['It rains.'],
    ['The water runs to the shed and stands', 'there until the evening.'],
  ]);
  expect(captions[0]!.from).toBe(3);
  expect(captions.at(-1)!.to).toBeCloseTo(11, 9);
  expect(captions[1]!.from).toBeLessThan(5.5);
});

it('never overlaps within a narration, keeps to two lines of 42 letters, and loses no word', () => {
  const word = fc.string({ unit: fc.constantFrom(...'abcdefgh,.!é<&'), minLength: 1, maxLength: 50 });
  fc.assert(
    fc.property(fc.array(word, { minLength: 1, maxLength: 60 }), (words) => {
      const text = words.join(' ');
      const captions = captionsOf(said(text), heard, sayPhrase);
      const letters = (some: string) => some.replace(/\s/g, '');
      expect(letters(captions.flatMap(({ lines }) => lines).join(''))).toBe(letters(text));
      for (const [index, { from, to, lines }] of captions.entries()) {
        expect(lines.length).toBeLessThanOrEqual(2);
        for (const line of lines) expect(line.length).toBeLessThanOrEqual(42);
        expect(to).toBeGreaterThan(from);
        if (index > 0) expect(from).toBeGreaterThanOrEqual(captions[index - 1]!.to - 1e-9);
      }
    }),
    { numRuns: 200 },
  );
});

it('is written as WebVTT, with speakers where there are several and nothing that could be taken for markup', () => {
  let show = said('Rain & <sun> --> both.');
  expect(webVtt(captionsOf(show, heard, sayPhrase))).toBe('WEBVTT\n\n00:00:03.000 --> 00:00:11.000\nRain &amp; &lt;sun&gt; --&gt; both.\n');
  show = addLane(show, { id: 'mia', kind: 'voice', title: 'Mia\n\n00:00:01.000 --> 00:00:02.000\n<3' });
  show = toLane(show, { ids: ['say-7'], lane: 'mia' });
  expect(webVtt(captionsOf(show, heard, sayPhrase))).toMatch(/\n<v Mia 00:00:01\.000 --&gt; 00:00:02\.000 &lt;3>Rain.*\n$/);
});

it('is written as SubRip, numbered, with commas', () => {
  expect(subRip(captionsOf(said('It rains. It pours.'), heard, sayPhrase))).toMatch(
    /^1\r\n00:00:03,000 --> 00:00:0\d,\d{3}\r\nIt rains\.\r\n\r\n2\r\n00:00:0\d,\d{3} --> 00:00:11,000\r\nIt pours\.\r\n$/,
  );
});

it('has none where nothing is written, where a lane is mute, or beyond the end of the show', () => {
  expect(captionsOf(said('  '), heard, sayPhrase)).toEqual([]);
  expect(captionsOf(said('Late.', 40), heard, sayPhrase)).toEqual([]);
  const show = said('Quiet.');
  expect(captionsOf({ ...show, lanes: show.lanes.map((lane) => ({ ...lane, mute: true })) }, heard, sayPhrase)).toEqual([]);
  expect(webVtt([])).toBe('WEBVTT\n');
});
