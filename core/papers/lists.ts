import Papa from 'papaparse';
import { laidBeats, type Hearing } from '../music';
import { creditsOf, partEnd, partsOn, placePictures, showSeconds, type MediaId, type Part, type Show } from '../show';
import { phrase, type Say } from '../phrase';
import { clockTime, type Seconds } from '../units';

/** One use of a piece. */
export interface Cue {
  readonly piece: string;
  readonly credit: string;
  readonly from: Seconds;
  readonly to: Seconds;
  readonly use: 'bed' | 'spot';
}

/** Parts of one piece that lie closer together than this are one use of it, seconds. */
const TOUCH: Seconds = 0.05;

/** Which piece sounds from when to when: music and spot sounds that are heard, in order. What was cut in two is one use. */
export function cuesOf(show: Show): Cue[] {
  const end = showSeconds(show);
  const cues: Cue[] = [];
  for (const use of ['bed', 'spot'] as const) {
    const silent = new Set(show.lanes.filter((lane) => lane.mute).map((lane) => lane.id));
    let last: { part: Part; cue: { to: Seconds } } | null = null;
    for (const part of partsOn(show, use)) {
      const to = Math.min(end, partEnd(part));
      if (part.mute || silent.has(part.lane) || part.at >= end) continue;
      if (last && last.part.media === part.media && part.at - last.cue.to < TOUCH) {
        last.cue.to = Math.max(last.cue.to, to);
        continue;
      }
      const { title, credit = '' } = show.media[part.media]!;
      const cue = { piece: title, credit, from: part.at, to, use };
      cues.push(cue);
      last = { part, cue };
    }
  }
  return cues.sort((a, b) => a.from - b.from);
}

const USES = { bed: phrase('papers.useBed'), spot: phrase('papers.useSpot') } as const;

/** A table as CSV (RFC 4180). No cell is taken for a formula by a program that calculates. */
function csv(fields: readonly string[], rows: readonly (readonly (string | number)[])[]): string {
  return `${Papa.unparse({ fields: [...fields], data: rows.map((row) => [...row]) }, { newline: '\r\n', escapeFormulae: true })}\r\n`;
}

/** The cue sheet as CSV (RFC 4180), one row for each use of a piece. */
export function cueSheetCsv(show: Show, say: Say): string {
  const rows = cuesOf(show).map(({ piece, from, to, use, credit }) => [
    piece,
    clockTime(from, 3),
    clockTime(to, 3),
    clockTime(to - from, 3),
    say(USES[use]),
    credit,
  ]);
  return csv(
    ['piece', 'from', 'to', 'length', 'use', 'credit'].map((name) => say(phrase(`papers.column.${name}`))),
    rows,
  );
}

/** The cue sheet as text, one line for each use of a piece. */
export function cueSheetText(show: Show, say: Say): string {
  const head = ['from', 'to', 'length', 'use', 'piece'].map((name) => say(phrase(`papers.head.${name}`)));
  const rows = cuesOf(show).map(({ piece, from, to, use, credit }) => [
    clockTime(from),
    clockTime(to),
    clockTime(to - from),
    say(USES[use]),
    credit === '' ? piece : `${piece} (${credit})`,
  ]);
  const widths = head.map((name, column) => Math.max(name.length, ...rows.map((row) => row[column]!.length)));
  const line = (row: readonly string[]) =>
    row
      .map((cell, column) => (column < 3 ? cell.padStart(widths[column]!) : cell.padEnd(widths[column]!)))
      .join('  ')
      .trimEnd();
  const { title, artist } = show;
  const named = artist ? say(phrase('papers.cueSheetBy', { title, name: artist })) : say(phrase('papers.cueSheet', { title }));
  const length = say(phrase('papers.length', { length: clockTime(showSeconds(show)) }));
  return [named, length, '', line(head), ...rows.map(line), ''].join('\n');
}

/** The credits as a text that is pasted below a show. */
export function creditsText(show: Show, say: Say): string {
  const { lines, missing } = creditsOf(show);
  const made = show.artist ? [say(phrase('papers.by', { name: show.artist }))] : [];
  const said = lines.map(({ title, credit }) => say(phrase('papers.credit', { title, credit })));
  const open = missing.map(({ title }) => say(phrase('papers.noCredit', { title })));
  return [show.title, ...made, '', ...said, ...open, ''].join('\n');
}

/** Marks, picture changes and, where the music was heard, bars and beats, as CSV. */
export function momentsCsv(show: Show, hearings: ReadonlyMap<MediaId, Hearing>, say: Say): string {
  const end = showSeconds(show);
  const rows: (readonly [at: Seconds, kind: string, name: string])[] = placePictures(show).map(({ picture, start, index }) => {
    const name =
      picture.kind === 'card'
        ? picture.credits
          ? say(phrase('papers.credits'))
          : picture.words.replace(/\s+/g, ' ')
        : show.media[picture.media]!.title;
    return [start, say(phrase(index === 0 ? 'papers.start' : 'papers.picture')), name];
  });
  for (const { at, name } of show.marks ?? []) rows.push([at, say(phrase('papers.mark')), name]);
  for (const part of partsOn(show, 'bed')) {
    const heard = hearings.get(part.media);
    if (!heard) continue;
    for (const { at, beat, bar } of laidBeats(show, part, heard)) {
      if (at >= end) continue;
      rows.push(
        beat === 0
          ? [at, say(phrase('papers.bar')), say(phrase('papers.barNumber', { bar }))]
          : [at, say(phrase('papers.beat')), say(phrase('papers.beatNumber', { bar, beat: beat + 1 }))],
      );
    }
  }
  rows.sort((a, b) => a[0] - b[0]);
  return csv(
    ['seconds', 'time', 'kind', 'name'].map((name) => say(phrase(`papers.column.${name}`))),
    rows.map(([at, kind, name]) => [at.toFixed(3), clockTime(at, 3), kind, name]),
  );
}
