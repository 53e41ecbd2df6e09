import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { FAILURE_CODES } from '../core/failure';
import { DE, EN, decimal, grouped, languageFor, list, sayLevel, sayPhrase, saySpan, sayTime, signed, speak, t, upTo } from '.';

afterEach(() => speak('en'));

const ROOT = join(__dirname, '..');
const FLOORS = ['core', 'engine', 'session', 'ui', 'app', 'server', 'cli'];

const files = (folder: string): string[] =>
  readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) return files(path);
    return /\.tsx?$/.test(entry.name) && !/\.test\.tsx?$/.test(entry.name) ? [path] : [];
  });

/** What the code says: keys as they are written, and the beginnings of those that are put together. */
function said() {
  const keys = new Set<string>();
  const beginnings = new Set<string>();
  for (const path of [...FLOORS.flatMap((floor) => files(join(ROOT, floor))), join(ROOT, 'words/numbers.ts')]) {
    const text = readFileSync(path, 'utf8');
    for (const [, key] of text.matchAll(/['"]([a-z]+\.[\w. -]+)['"]/gi)) if (!key!.endsWith('.json')) keys.add(key!);
    for (const [, beginning] of text.matchAll(/`([a-z]+\.(?:[a-zA-Z]+\.)?)\$\{/g)) beginnings.add(beginning!);
  }
  return { keys, beginnings: [...beginnings] };
}

const base = (key: string) => key.replace(/_(one|other)$/, '');
const gaps = (text: string) => [...text.matchAll(/\{\{(\w+)\}\}/g)].map(([, name]) => name).sort();

it('says every sentence that stands in a catalogue, and has one for all that is said', () => {
  const { keys, beginnings } = said();
  const known = new Set(Object.keys(EN).map(base));
  const isSaid = (key: string) => keys.has(key) || beginnings.some((one) => key.startsWith(one));
  expect([...known].filter((key) => !isSaid(key))).toEqual([]);
  const rooms = new Set([...known].map((key) => key.slice(0, key.indexOf('.'))));
  // A code of a failure may begin like a room.
  const codes = new Set<string>(FAILURE_CODES);
  const unknown = [...keys].filter((key) => rooms.has(key.slice(0, key.indexOf('.'))) && !known.has(key) && !codes.has(key));
  expect(unknown).toEqual([]);
  for (const one of beginnings) {
    if (rooms.has(one.slice(0, one.indexOf('.')))) expect([...known].some((key) => key.startsWith(one))).toBe(true);
  }
  expect(FAILURE_CODES.filter((code) => !known.has(`failure.${code}`))).toEqual([]);
});

it('has every sentence in German with the same gaps, none empty, and both forms of what is counted', () => {
  expect(Object.keys(DE).sort()).toEqual(Object.keys(EN).sort());
  for (const [key, english] of Object.entries(EN)) {
    const german = DE[key as keyof typeof EN];
    expect([key, gaps(german)]).toEqual([key, gaps(english)]);
    expect(german.trim()).not.toBe('');
    if (/_one$/.test(key)) expect(EN).toHaveProperty([`${base(key)}_other`]);
  }
  // What has more than three words is nowhere left in English.
  const same = Object.entries(EN).filter(([key, english]) => DE[key as keyof typeof EN] === english && /\w+( [a-z]+){2,}/.test(english));
  expect(same).toEqual([]);
});

it('writes numbers, times, levels and lists as each language does (CLDR, through Intl)', () => {
  const all = () => [
    decimal(-0.04, 1),
    decimal(-20.25, 1),
    upTo(44.1, 3),
    grouped(2_880_000),
    signed(1.5, 1),
    sayTime(24.6),
    saySpan(4.21),
    saySpan(125),
    sayLevel(-3),
    sayLevel(-Infinity),
    list(['a', 'b', 'c']),
    t('finish.worthLooking', { count: 1 }),
    t('finish.worthLooking', { count: 3 }),
    t('fit.cannotMeetWithin', { within: 0.1, nearest: 1.5 }),
  ];
  expect(all()).toEqual([
    '0.0',
    '−20.3',
    '44.1',
    '2,880,000',
    '+1.5',
    '0:24.6',
    '4.2 s',
    '2 min 5 s',
    '−3.0 dB',
    'silent',
    'a, b and c',
    'One thing is worth a look',
    '3 things are worth a look',
    'The moments cannot meet within 0.1 s under these wishes; the nearest comes within 1.5 s.',
  ]);
  speak('de');
  expect(all()).toEqual([
    '0,0',
    '−20,3',
    '44,1',
    '2.880.000',
    '+1,5',
    '0:24,6',
    '4,2 s',
    '2 min 5 s',
    '−3,0 dB',
    'still',
    'a, b und c',
    'Eines ist einen Blick wert',
    '3 Dinge sind einen Blick wert',
    'Die Momente können sich unter diesen Wünschen nicht auf 0,1 s treffen; am nächsten kommen sie auf 1,5 s.',
  ]);
});

it('chooses the first language asked for that there is, else English', () => {
  expect(languageFor(['fr-FR', 'de-AT', 'en-GB'])).toBe('de');
  expect(languageFor(['en-GB', 'de'])).toBe('en');
  expect(languageFor(['de_DE.UTF-8'])).toBe('de');
  expect(languageFor(['fr', 'ja'])).toBe('en');
  expect(languageFor([])).toBe('en');
});

it('says what was kept in the language that is spoken when it is read', () => {
  const kept = { key: 'edit.moveParts', values: { count: 3 } };
  expect(sayPhrase(kept)).toBe('move 3 parts');
  speak('de');
  expect(sayPhrase(kept)).toBe('3 Stücke verschieben');
  expect(sayPhrase({ key: 'edit.asItWasNamed', values: { name: 'tap along' } })).toBe('tap along');
});
