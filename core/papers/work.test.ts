import { failureOf } from '../failure';
import { checkEntries, entryOf, looksLikeZip, mediaEntry, parseBounded, type Entry } from '.';

const codeOf = (work: () => unknown): string => {
  try {
    work();
    return 'none';
  } catch (error) {
    return failureOf(error).code;
  }
};

describe('JSON from anybody', () => {
  it('reads what means well', () => {
    expect(parseBounded('{"a":[1,"]]]]{{{{\\"",{"b":null}]}')).toEqual({ a: [1, ']]]]{{{{"', { b: null }] });
  });

  it('refuses what is nested too deep, before it is parsed, and names that reach beyond their object', () => {
    expect(codeOf(() => parseBounded('['.repeat(2_000_000)))).toBe('file.refused');
    expect(codeOf(() => parseBounded(`${'{"a":'.repeat(65)}1${'}'.repeat(65)}`))).toBe('file.refused');
    for (const name of ['__proto__', 'constructor', 'prototype'])
      expect(codeOf(() => parseBounded(`{"media":{"x":[{"${name}":{"polluted":true}}]}}`))).toBe('file.refused');
    expect(({} as { polluted?: boolean }).polluted).toBeUndefined();
  });

  it('says that what is no JSON is damaged', () => {
    for (const text of ['', '{', 'PK', '{"a":1}}', 'nul']) expect(codeOf(() => parseBounded(text))).toBe('file.damaged');
  });
});

describe('a ZIP’s directory', () => {
  const entry = (name: string, change: Partial<Entry> = {}): Entry => ({
    name,
    size: 10,
    compressedSize: 10,
    encrypted: false,
    isDirectory: false,
    ...change,
  });
  const show = entry('show.json');
  const check = (entries: readonly Entry[], bytes = 1e6) => codeOf(() => checkEntries(entries, bytes));

  it('passes a show, with what systems put beside it', () => {
    const beside = [entry('media/', { isDirectory: true, size: 0, compressedSize: 0 }), entry('__MACOSX/._show.json'), entry('.DS_Store')];
    expect(check([show, entry(mediaEntry('a'.repeat(64))), ...beside])).toBe('none');
  });

  it('refuses tricks with names, locks, floods, bombs and pieces that overlap', () => {
    for (const name of ['../show.json', 'media/../../x', '/etc/x', 'C:/x', 'a\\b', 'media/\u0000', '', './x', 'x'.repeat(300)])
      expect([name, check([show, entry(name)])]).toEqual([name, 'file.refused']);
    expect(check([show, entry('a', { encrypted: true })])).toBe('file.refused');
    expect(check([show, show])).toBe('file.refused');
    expect(check([show, ...Array.from({ length: 10_000 }, (_, i) => entry(`x${i}`))], 1e9)).toBe('file.refused');
    expect(check([show, entry('media/bomb', { size: 5e9, compressedSize: 5e6 })], 6e6)).toBe('file.refused');
    expect(check([entry('show.json', { size: 1e9, compressedSize: 1e6 })], 2e6)).toBe('file.refused');
    expect(check([show, entry('a', { compressedSize: 9e5 }), entry('b', { compressedSize: 9e5 })])).toBe('file.damaged');
  });

  it('says that a ZIP without a show is something else', () => {
    expect(check([entry('readme.txt')])).toBe('file.foreign');
  });

  it('knows entries by their names alone', () => {
    const id = '0123456789abcdef'.repeat(4);
    expect(entryOf('show.json')).toEqual({ kind: 'show' });
    for (const name of [`media/${id}`, `media/${id}.jpg`]) expect(entryOf(name)).toEqual({ kind: 'media', id });
    for (const name of [`media/${id.toUpperCase()}`, `media/${id}/x`, `other/${id}`, 'Show.json', `media/${id}.a-b`])
      expect(entryOf(name)).toBeNull();
    expect([
      looksLikeZip(Uint8Array.of(0x50, 0x4b, 3, 4)),
      looksLikeZip(Uint8Array.of(0x50, 0x4b, 3, 5)),
      looksLikeZip(new Uint8Array(0)),
    ]).toEqual([true, false, false]);
  });
});
