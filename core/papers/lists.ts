import Papa from 'papaparse';
import { laidBeats, type Hearing } from '../music';
import { creditsOf, partEnd, partsOn, placePictures, showSeconds, type MediaId, type Part, type Show } from '../show';
import { sayTime, type Seconds } from '../units';

/** One use of a piece. */
export interface Cue {
  readonly piece: string;
  readonly credit: string;
  readonly from: Seconds;
  readonly to: Seconds;
  readonly use: 'bed' | 'spot sound';
}

/** Parts of one piece that lie closer together than this are one use of it, seconds. */
const TOUCH: Seconds = 0.05;

/** Which piece sounds from when to when: music and spot sounds that are heard, in order. What was cut in two is one use. */
export function cuesOf(show: Show): Cue[] {
  const end = showSeconds(show);
  const cues: Cue[] = [];
  for (const [kind, use] of [
    ['bed', 'bed'],
    ['spot', 'spot sound'],
  ] as const) {
    const silent = new Set(show.lanes.filter((lane) => lane.mute).map((lane) => lane.id));
    let last: { part: Part; cue: { to: Seconds } } | null = null;
    for (const part of partsOn(show, kind)) {
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

/** A table as CSV (RFC 4180). No cell is taken for a formula by a program that calculates. */
function csv(fields: readonly string[], rows: readonly (readonly (string | number)[])[]): string {
  return `${Papa.unparse({ fields: [...fields], data: rows.map((row) => [...row]) }, { newline: '\r\n', escapeFormulae: true })}\r\n`;
}

/** The cue sheet as CSV (RFC 4180), one row for each use of a piece. */
export function cueSheetCsv(show: Show): string {
  const rows = cuesOf(show).map(({ piece, from, to, use, credit }) => [
    piece,
    sayTime(from, 3),
    sayTime(to, 3),
    sayTime(to - from, 3),
    use,
    credit,
  ]);
  return csv(['piece', 'from', 'to', 'length', 'use', 'credit'], rows);
}

/** The cue sheet as text, one line for each use of a piece. */
export function cueSheetText(show: Show): string {
  const head = ['From', 'To', 'Length', 'Use', 'Piece'];
  const rows = cuesOf(show).map(({ piece, from, to, use, credit }) => [
    sayTime(from),
    sayTime(to),
    sayTime(to - from),
    use,
    credit === '' ? piece : `${piece} (${credit})`,
  ]);
  const widths = head.map((name, column) => Math.max(name.length, ...rows.map((row) => row[column]!.length)));
  const line = (row: readonly string[]) =>
    row
      .map((cell, column) => (column < 3 ? cell.padStart(widths[column]!) : cell.padEnd(widths[column]!)))
      .join('  ')
      .trimEnd();
  const made = show.artist ? `, by ${show.artist}` : '';
  return [`Cue sheet: ${show.title}${made}`, `Length ${sayTime(showSeconds(show))}`, '', line(head), ...rows.map(line), ''].join('\n');
}

/** The credits as a text that is pasted below a show. */
export function creditsText(show: Show): string {
  const { lines, missing } = creditsOf(show);
  const made = show.artist ? [`by ${show.artist}`] : [];
  const said = lines.map(({ title, credit }) => `“${title}”: ${credit}`);
  const open = missing.map(({ title }) => `“${title}”: no credit written yet`);
  return [show.title, ...made, '', ...said, ...open, ''].join('\n');
}

/** Picture changes and, where the music was heard, bars and beats, as CSV. */
export function momentsCsv(show: Show, hearings: ReadonlyMap<MediaId, Hearing>): string {
  const end = showSeconds(show);
  const rows: (readonly [at: Seconds, kind: string, name: string])[] = placePictures(show).map(({ picture, start, index }) => {
    const name =
      picture.kind === 'card' ? (picture.credits ? 'credits' : picture.words.replace(/\s+/g, ' ')) : show.media[picture.media]!.title;
    return [start, index === 0 ? 'start' : 'picture', name];
  });
  for (const part of partsOn(show, 'bed')) {
    const heard = hearings.get(part.media);
    if (!heard) continue;
    for (const { at, beat, bar } of laidBeats(show, part, heard)) {
      if (at < end) rows.push([at, beat === 0 ? 'bar' : 'beat', beat === 0 ? `bar ${bar}` : `bar ${bar}, beat ${beat + 1}`]);
    }
  }
  rows.sort((a, b) => a[0] - b[0]);
  return csv(
    ['seconds', 'time', 'kind', 'name'],
    rows.map(([at, kind, name]) => [at.toFixed(3), sayTime(at, 3), kind, name]),
  );
}
