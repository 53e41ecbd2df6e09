import type { CutReading } from '../fit';
import { noticed } from '../fit';
import { narrationsOf, phrasesOf, type Heard, type Over, type Understood } from '../level';
import {
  AGREE,
  compareLengths,
  creditsOf,
  hasOwnSound,
  ownPart,
  partEnd,
  partSeconds,
  partsOn,
  placePictures,
  showSeconds,
  type Clip,
  type Lane,
  type Lengths,
  type Media,
  type MediaId,
  type Show,
  type Stretch,
} from '../show';
import type { Loudness } from '../sound';
import type { Decibels, Seconds } from '../units';
import { bedEnd, type BedEnd, type Soundings } from './ending';
import { gapsOf } from './gaps';

/** Loudness that is asked for in the world, LUFS: two by common practice, one by a published recommendation (EBU R 128). */
export const AIMS = [
  { lufs: -14, name: 'onLine', source: 'practice' },
  { lufs: -16, name: 'phones', source: 'practice' },
  { lufs: -23, name: 'broadcast', source: 'ebu' },
] as const;

/** As near to the aim as this is there, LU (EBU R 128 allows ±0.5; from memory). */
const NEAR = 0.5;
/** A voice that stands less than this above all else is looked at, dB (common practice). */
const CLEAR: Decibels = 10;
/** As near to the share of a voice that is to be understood is near enough. */
const ROUGH = 0.02;
/** Peaks above this are looked at (EBU R 128: at most −1 dBTP; from memory); above 0 they distort. */
const HIGH: Decibels = -1;

/** A cut within a part, with what was read of it. */
export interface ReadCut extends CutReading {
  readonly part: string;
  /** Moment of the show. */
  readonly at: Seconds;
}

/** What was found out by listening and measuring; null where it is not known yet. */
export interface Measured {
  readonly loudness: Loudness | null;
  /** Where the voice stands least above all else; null also where nobody speaks. */
  readonly tightest: Over | null;
  /** Where least of the voice is understood beside all else; null also where nobody speaks. */
  readonly understood: Understood | null;
  readonly speaks: boolean;
  readonly soundings: Soundings;
  readonly cuts: readonly ReadCut[] | null;
  /** Media whose files are not at hand. */
  readonly missing: readonly MediaId[] | null;
  /** Where somebody speaks, as far as it is known. */
  readonly heard: Heard;
}

/** A narration that goes on when the pictures are over. */
export interface CutShort {
  readonly part: string;
  /** Moment of the show at which it is cut off: its end. */
  readonly at: Seconds;
  /** Seconds of it that are not heard. */
  readonly lost: Seconds;
}

/** `good` is said, `look` is worth a look, `stop` stands in the way, `wait` is being found out. */
export type State = 'good' | 'look' | 'stop' | 'wait';

interface Line<Kind extends string, Says> {
  readonly kind: Kind;
  readonly state: State;
  readonly says: Says;
}

export type Finding =
  | Line<'lengths', Lengths>
  | Line<'end', { readonly end: BedEnd; readonly part: string; readonly at: Seconds } | null>
  | Line<'cuts', readonly (ReadCut & { readonly why: 'level' | 'beat' })[]>
  | Line<'voice', Over | null>
  | Line<'understood', (Understood & { readonly wanted: number }) | null>
  | Line<'loudness', { readonly integrated: Decibels | null; readonly aim: number | null }>
  | Line<'peaks', Decibels | null>
  | Line<'gaps', readonly Stretch[]>
  | Line<'clips', readonly { readonly clip: Clip; readonly at: Seconds }[]>
  | Line<'narrations', readonly CutShort[]>
  | Line<'solo', readonly Lane[]>
  | Line<'credits', readonly Media[]>
  | Line<'licences', readonly Media[]>
  | Line<'media', readonly Media[]>;

/** Looks the whole show over before it is handed out. Nothing but a missing file stands in the way of that. */
export function checkShow(show: Show, measured: Measured): Finding[] {
  const findings = [media(show, measured), lengths(show), end(show, measured), cuts(measured), gaps(show, measured), clips(show)];
  if (measured.speaks) findings.push(voice(show, measured));
  const short = cutShort(show, measured.heard);
  if (short.length > 0) findings.push({ kind: 'narrations', state: 'look', says: short });
  // Solo is for listening: it is easily forgotten, and goes into the file.
  const soloed = show.lanes.filter((lane) => lane.solo);
  if (soloed.length > 0) findings.push({ kind: 'solo', state: 'look', says: soloed });
  const { unlicensed } = creditsOf(show);
  if (unlicensed.length > 0) findings.push({ kind: 'licences', state: 'look', says: unlicensed });
  return [...findings, loudness(show, measured), peaks(measured), credits(show)];
}

function media(show: Show, { missing }: Measured): Finding {
  if (missing === null) return { kind: 'media', state: 'wait', says: [] };
  const says = missing.flatMap((id) => show.media[id] ?? []);
  return { kind: 'media', state: says.length > 0 ? 'stop' : 'good', says };
}

function lengths(show: Show): Finding {
  const says = compareLengths(show);
  return { kind: 'lengths', state: says.verdict === 'fits' || says.verdict === 'alone' ? 'good' : 'look', says };
}

function end(show: Show, { soundings }: Measured): Finding {
  const found = bedEnd(show, soundings);
  if (!found) return { kind: 'end', state: 'look', says: null };
  const { kind } = found.end;
  return { kind: 'end', state: kind === 'ending' || kind === 'fade' ? 'good' : 'look', says: { ...found, part: found.part.id } };
}

function cuts({ cuts: read }: Measured): Finding {
  if (read === null) return { kind: 'cuts', state: 'wait', says: [] };
  const says = read.flatMap((cut) => {
    const why = noticed(cut);
    return why ? [{ ...cut, why }] : [];
  });
  return { kind: 'cuts', state: says.length > 0 ? 'look' : 'good', says };
}

function gaps(show: Show, measured: Measured): Finding {
  // Where nothing lies there is nothing to measure: the whole is one gap, and the missing bed says so.
  if (!measured.loudness) return { kind: 'gaps', state: show.parts.length > 0 ? 'wait' : 'good', says: [] };
  const says = gapsOf(measured.loudness);
  return { kind: 'gaps', state: says.length > 0 ? 'look' : 'good', says };
}

/** A clip whose sound nobody has touched since it came in, under music or a voice: it may be on by accident. */
function clips(show: Show): Finding {
  const others = [...partsOn(show, 'bed'), ...partsOn(show, 'voice')];
  const says: { clip: Clip; at: Seconds }[] = [];
  for (const placed of placePictures(show)) {
    const { picture } = placed;
    if (!hasOwnSound(show, picture) || !picture.own.on || picture.own.gain !== show.ownStart.gain) continue;
    const { lead, tail, quiet, fadeUp, fadeOut } = picture.own;
    const { fadeUp: up, fadeOut: out } = show.ownStart;
    const touched = lead + tail + quiet.length > 0 || fadeUp.seconds !== up.seconds || fadeOut.seconds !== out.seconds;
    const part = ownPart(show, placed);
    if (touched || !part) continue;
    const under = others.some((one) => one.at < partEnd(part) && partEnd(one) > part.at);
    if (under) says.push({ clip: picture, at: placed.start });
  }
  return { kind: 'clips', state: says.length > 0 ? 'look' : 'good', says };
}

/** Narrations that are cut off where the pictures end. What is lost of one that was listened to is what is said; silence is no loss. */
function cutShort(show: Show, heard: Heard): CutShort[] {
  const end = showSeconds(show);
  return narrationsOf(show).flatMap((part) => {
    const said = heard.has(part.media) ? (phrasesOf(show, part, heard).at(-1)?.to ?? 0) : partSeconds(part);
    const lost = part.at + said - end;
    return lost > AGREE ? [{ part: part.id, at: end, lost }] : [];
  });
}

/** A voice is judged by what the show's dips were asked for: by how much of it is understood where they thin out, by its level elsewhere. */
function voice({ dips: { depth } }: Show, { tightest, understood }: Measured): Finding {
  if (depth.by === 'thin') {
    if (!understood) return { kind: 'understood', state: 'wait', says: null };
    return {
      kind: 'understood',
      state: understood.share < depth.share - ROUGH ? 'look' : 'good',
      says: { ...understood, wanted: depth.share },
    };
  }
  if (!tightest) return { kind: 'voice', state: 'wait', says: null };
  return { kind: 'voice', state: tightest.over < CLEAR ? 'look' : 'good', says: tightest };
}

function loudness(show: Show, measured: Measured): Finding {
  const integrated = measured.loudness?.integrated ?? null;
  const aim = show.aim ?? null;
  const says = { integrated, aim };
  if (integrated === null) return { kind: 'loudness', state: measured.loudness || show.parts.length === 0 ? 'look' : 'wait', says };
  return { kind: 'loudness', state: aim !== null && Math.abs(integrated - aim) > NEAR ? 'look' : 'good', says };
}

function peaks({ loudness: read }: Measured): Finding {
  if (!read) return { kind: 'peaks', state: 'wait', says: null };
  return { kind: 'peaks', state: read.truePeak !== null && read.truePeak > HIGH + 0.05 ? 'look' : 'good', says: read.truePeak };
}

function credits(show: Show): Finding {
  const { missing } = creditsOf(show);
  return { kind: 'credits', state: missing.length > 0 ? 'look' : 'good', says: missing };
}
