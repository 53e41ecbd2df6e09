import { checkShow, type Measured } from '../../core/check';
import { NOTHING_HEARD } from '../../core/level';
import { narration, withNarrations } from '../../tests/heard';
import { mediaId, showOf, withClip } from '../../tests/shows';
import { setAim, setDips, setFade, setLane } from '../../core/show/edits';
import { sayAbout, sayFinding, sayLeftOut } from './check';
import type { Show } from '../../core/show';
import { EN } from '../../words';
import { saySize } from './files';

const loudness = (truePeak: number | null, integrated: number | null) => ({
  integrated,
  momentaryMax: -12,
  shortTermMax: -14,
  range: 4,
  truePeak,
  momentary: new Float32Array(40).fill(-90),
});
const measured: Measured = {
  loudness: loudness(0.6, -20.2),
  tightest: { at: 3, over: 4.2 },
  understood: { at: 3, share: 0.712 },
  speaks: true,
  soundings: new Map([[mediaId(1000), { from: 0, to: 8 }]]),
  cuts: [
    { part: 'bed-1', at: 3, step: 12.4, off: null },
    { part: 'bed-1', at: 5, step: 0, off: -0.045 },
  ],
  missing: [mediaId(1), mediaId(2), mediaId(1000), mediaId(2000)],
  heard: NOTHING_HEARD,
};

/** The show with music from a shelf that names no licence. */
const unlicensed = (show: Show): Show => ({
  ...show,
  media: Object.fromEntries(Object.entries(show.media).map(([id, one]) => [id, { ...one, licence: '' }])),
});

it('has a sentence for everything that the check may find, with numbers as people say them', () => {
  const base = setLane(setAim(withClip(showOf([4, 6], 10), 1, 5, { hold: 4 }), { aim: -16 }), { id: 'bed', change: { solo: true } });
  const shows = [
    base,
    showOf([]),
    showOf([5]),
    unlicensed(showOf([5, 5], 10)),
    showOf([5, 5], 10),
    showOf([10], 7),
    withNarrations(showOf([10], 10), narration(7, 4, 8)),
    withNarrations(showOf([10], 10), narration(7, 4, 8), narration(8, 4, 7)),
    setDips(withNarrations(showOf([10], 10), narration(7, 4, 1)), { change: { depth: { by: 'thin', share: 0.75 } } }),
    setFade(base, { id: 'bed-1', side: 'fadeOut', fade: { seconds: 2, bend: 0 } }),
  ];
  const readings: Measured[] = [
    measured,
    { ...measured, loudness: loudness(null, null), cuts: [], missing: [], tightest: { at: 1, over: 30 } },
    { ...measured, loudness: loudness(-0.4, -16), cuts: measured.cuts!.slice(1) },
    { ...measured, loudness: null, tightest: null, understood: null, cuts: null, missing: null },
  ];
  const said = new Map<string, Set<string>>();
  for (const show of shows) {
    for (const reading of readings) {
      for (const finding of checkShow(show, reading)) {
        const words = sayFinding(finding);
        expect(sayAbout(finding.kind)).toBeTruthy();
        expect(words).not.toMatch(/undefined|NaN|Infinity|\[object|-\d/);
        if (finding.state !== 'wait') expect(words).toMatch(/[.?]$/);
        said.set(finding.kind, (said.get(finding.kind) ?? new Set()).add(words));
      }
    }
  }
  expect([...said.keys()].sort()).toEqual(
    Object.keys(EN)
      .flatMap((key) => (key.startsWith('check.about.') ? [key.slice('check.about.'.length)] : []))
      .sort(),
  );
  expect([...said.get('cuts')!]).toContain('2 cuts may be noticed: at 0:03.0 the level jumps by 12 dB.');
  expect([...said.get('cuts')!]).toContain('1 cut may be noticed: at 0:05.0 the beat is 45 ms off.');
  expect([...said.get('peaks')!]).toContain('The highest peak is +0.6 dBTP: it distorts there.');
  expect([...said.get('loudness')!]).toContain('−20.2 LUFS, 4.2 LU quieter than the aim.');
  expect([...said.get('end')!].some((words) => words.startsWith('The fade of 2.0 s lies where the piece is already silent'))).toBe(true);
});

it('names what a timeline left behind, each kind once', () => {
  expect(
    sayLeftOut([
      { what: 'effect', name: 'Blur' },
      { what: 'effect', name: 'Blur' },
      { what: 'marker', name: '' },
    ]),
  ).toEqual(['2 effects were left out (Blur).', '1 marker was left out.']);
  expect(sayLeftOut([])).toEqual([]);
});

it('says sizes as people do', () => {
  expect([900, 45_000, 2_340_000, 24_000_000, 2_100_000_000].map(saySize)).toEqual(['1 kB', '45 kB', '2.3 MB', '24 MB', '2.1 GB']);
});
