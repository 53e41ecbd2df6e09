import { narrationsOf, phrasesOf, type Heard } from '../level';
import type { Say } from '../phrase';
import { laneName, lanesOf, partSeconds, showSeconds, type Show } from '../show';
import { speakingSeconds } from '../speech';
import type { Seconds } from '../units';

/** Words that are read while somebody says them. */
export interface Caption {
  /** Seconds of the show. */
  readonly from: Seconds;
  readonly to: Seconds;
  /** One or two lines. */
  readonly lines: readonly string[];
  /** Who speaks; null where there is only one. */
  readonly speaker: string | null;
}

/** Letters in a line and lines in a caption (common practice). */
const LETTERS = 42;
const LINES = 2;
/** A caption stands at least this long where there is room (common practice). */
const SHORTEST: Seconds = 1;

/**
 * The captions of a show, from the words of its narrations: sentences share the time in which somebody speaks as they would take to be
 * said. Narrations without words have none.
 */
export function captionsOf(show: Show, heard: Heard, say: Say): Caption[] {
  const lanes = lanesOf(show, 'voice');
  // A name with a line of its own would be read as a caption of its own.
  const names = new Map(lanes.map((lane) => [lane.id, laneName(lane, say).replace(/\s+/g, ' ').trim()]));
  const end = showSeconds(show);
  const captions: Caption[] = [];
  for (const part of narrationsOf(show)) {
    const pieces = piecesOf(part.words ?? '');
    if (pieces.length === 0) continue;
    const phrases = phrasesOf(show, part, heard);
    const from = part.at + (phrases[0]?.from ?? 0);
    const to = Math.min(end, part.at + (phrases.at(-1)?.to ?? partSeconds(part)));
    const times = pieces.map((lines) => speakingSeconds(lines.join(' ')));
    const scale = (to - from) / times.reduce((sum, one) => sum + one, 0);
    let at = from;
    for (const [index, lines] of pieces.entries()) {
      const next = at + times[index]! * scale;
      captions.push({ from: at, to: next, lines, speaker: lanes.length > 1 ? (names.get(part.lane) ?? null) : null });
      at = next;
    }
  }
  const inOrder = captions.filter((one) => one.from < end && one.to > one.from).sort((a, b) => a.from - b.from);
  return inOrder.map((one, index) => {
    const most = Math.min(end, inOrder[index + 1]?.from ?? end);
    return { ...one, to: Math.max(one.to, Math.min(one.from + SHORTEST, most)) };
  });
}

/** A text in pieces of at most two lines, cut where a sentence ends, else at a comma, else between words. */
function piecesOf(text: string): string[][] {
  const pieces: string[][] = [];
  const sentences = text
    .trim()
    .replace(/\s+/g, ' ')
    .split(/(?<=[.!?…]["'”’)]*) /);
  for (const sentence of sentences) {
    let lines: string[] = [];
    let line = '';
    const close = () => {
      if (line !== '') lines.push(line);
      line = '';
      if (lines.length > 0) pieces.push(lines);
      lines = [];
    };
    for (const word of sentence.trim().split(' ').flatMap(pieceOfWord)) {
      const longer = line === '' ? word : `${line} ${word}`;
      if (longer.length <= LETTERS) line = longer;
      else {
        lines.push(line);
        line = word;
        if (lines.length === LINES) {
          const rest = line;
          line = '';
          close();
          line = rest;
        }
      }
      // A full piece rather ends at a comma than with the first word of what follows.
      if (lines.length === LINES - 1 && line.length > LETTERS / 2 && /[,;:–—]$/.test(line)) close();
    }
    close();
  }
  return pieces;
}

/** A word that no line has room for, in pieces. */
const pieceOfWord = (word: string): string[] => word.match(new RegExp(`.{1,${LETTERS}}`, 'gu')) ?? [];

function clock(seconds: Seconds, point: string): string {
  const ticks = Math.max(0, Math.round(seconds * 1000));
  const two = (value: number) => String(value).padStart(2, '0');
  const [h, m, s] = [Math.floor(ticks / 3_600_000), Math.floor(ticks / 60_000) % 60, Math.floor(ticks / 1000) % 60];
  return `${two(h)}:${two(m)}:${two(s)}${point}${String(ticks % 1000).padStart(3, '0')}`;
}

const escaped = (text: string) => text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;');

/** Captions as WebVTT (W3C, https://www.w3.org/TR/webvtt1/). */
export function webVtt(captions: readonly Caption[]): string {
  const cues = captions.map(({ from, to, lines, speaker }) => {
    const text = lines.map(escaped).join('\n');
    return `${clock(from, '.')} --> ${clock(to, '.')}\n${speaker === null ? text : `<v ${escaped(speaker)}>${text}`}\n`;
  });
  return ['WEBVTT\n', ...cues].join('\n');
}

/** Captions as SubRip: numbered, with a comma before the milliseconds (common practice; nobody published a standard). */
export function subRip(captions: readonly Caption[]): string {
  const cues = captions.map(({ from, to, lines, speaker }, index) => {
    const text = lines.join('\r\n');
    return `${index + 1}\r\n${clock(from, ',')} --> ${clock(to, ',')}\r\n${speaker === null ? text : `${speaker}: ${text}`}\r\n`;
  });
  return cues.join('\r\n');
}
