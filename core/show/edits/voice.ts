import type { Draft } from 'immer';
import { clamp, type Seconds } from '../../units';
import { LIMITS } from '../limits';
import { partEnd, partSeconds } from '../placement';
import { slicePins } from '../pins';
import { sliceSpans } from '../spans';
import type { Line, Media, Part, Show, Span, VoicePart } from '../types';
import type { Stretch } from '../fitTypes';
import { addPart, defineEdit, find, hasRoom, nameMedia } from './edit';
import { newPart } from './parts';
import { fitFades, putTake, takeOf } from './keep';

/** A narration by its name; null where the part is of another kind, which has nothing of what is to be changed. */
export function narrationOf(show: Draft<Show>, id: string): Draft<VoicePart> | null {
  const part = find(show.parts, id, 'part');
  return part.kind === 'voice' ? part : null;
}

/** Lets parts lie there unheard, or sound again. */
export const muteParts = defineEdit<{ ids: readonly string[]; mute: boolean }>(
  ({ mute }) => (mute ? 'edit.mute' : 'edit.letItSoundAgain'),
  (show, { ids, mute }) => {
    for (const id of ids) {
      const part = find(show.parts, id, 'part');
      if ((part.mute ?? false) !== mute) part.mute = mute;
    }
  },
);

/** What is said in a narration. */
export const setWords = defineEdit<{ id: string; words: string }>('edit.writeTheWords', (show, { id, words }) => {
  const part = narrationOf(show, id);
  if (!part) return;
  const next = words.slice(0, LIMITS.voice.words);
  if ((part.words ?? '') !== next) part.words = next;
});

const bare = ({ id, lane, at, words }: Line): Line => ({
  id,
  lane,
  at: clamp(at, 0, LIMITS.showSeconds),
  words: words.slice(0, LIMITS.voice.words),
});

/** Writes a line that is to be recorded later. */
export const addLine = defineEdit<{ line: Line }>('edit.writeALine', (show, { line }) => {
  if (show.lines.length < LIMITS.voice.lines) show.lines.push(bare(line));
});

/** Changes a written line: its lane, moment (seconds) or words. */
export const setLine = defineEdit<{ id: string; change: Partial<Omit<Line, 'id'>> }>('edit.changeALine', (show, { id, change }) => {
  const line = find(show.lines, id, 'line');
  const next = bare({ ...line, ...change });
  if (next.lane !== line.lane || next.at !== line.at || next.words !== line.words) Object.assign(line, next);
});

/** Takes a written line away. */
export const removeLine = defineEdit<{ id: string }>('edit.removeALine', (show, { id }) => {
  show.lines = show.lines.filter((line) => line.id !== find(show.lines, id, 'line').id);
});

/** What was recorded or brought in, from `from` seconds of it on. */
interface Recorded {
  readonly media: Media;
  readonly from: Seconds;
}

function passage(show: Draft<Show>, { media, from }: Recorded): Span[] {
  nameMedia(show, media);
  const { seconds } = show.media[media.id]!;
  return [{ from: clamp(from, 0, Math.max(0, seconds - LIMITS.span.least)), to: seconds, join: 0 }];
}

/** Lays a narration. One that was recorded for a written line takes the line's words and place. */
export const layNarration = defineEdit<Recorded & { id: string; lane: string; at: Seconds; line?: string | undefined }>(
  ({ line }) => (line === undefined ? 'edit.layANarration' : 'edit.recordALine'),
  (show, { id, lane, at, line: name, ...recorded }) => {
    const line = name === undefined ? undefined : show.lines.find((one) => one.id === name);
    if (!hasRoom(show)) return;
    const part: Part = {
      ...newPart(id, { id: lane, kind: 'voice' }, recorded.media),
      at: clamp(at, 0, LIMITS.showSeconds),
      spans: passage(show, recorded),
      ...(line ? { words: line.words } : {}),
    };
    addPart(show, part as Draft<Part>);
    if (line) show.lines = show.lines.filter((one) => one.id !== line.id);
  },
);

/** A new take of a narration: it stands where the old one did, and the old one is kept. */
export const addTake = defineEdit<Recorded & { id: string }>('edit.aNewTake', (show, { id, ...recorded }) => {
  const part = narrationOf(show, id);
  if (!part) return;
  const others = part.takes ?? [];
  if (others.length >= LIMITS.voice.takes) return;
  const old = takeOf(part as Part);
  const number = Math.max(old.number, ...others.map((take) => take.number)) + 1;
  part.takes = [...others, old];
  putTake(part, { number, media: recorded.media.id, spans: passage(show, recorded), gain: part.gain, quiet: [], pins: [] });
});

/** Another take of a narration comes into use. The one in use so far is kept. */
export const takeInUse = defineEdit<{ id: string; number: number }>('edit.changeTheTake', (show, { id, number }) => {
  const part = narrationOf(show, id);
  const wanted = part?.takes?.find((take) => take.number === number);
  if (!part || !wanted) return;
  const old = takeOf(part as Part);
  part.takes = part.takes!.map((take) => (take.number === number ? old : take)).sort((a, b) => a.number - b.number);
  putTake(part, wanted);
});

/** Lets go of a take that is not in use; another number changes nothing. */
export const dropTake = defineEdit<{ id: string; number: number }>('edit.dropATake', (show, { id, number }) => {
  const part = narrationOf(show, id);
  if (part?.takes?.some((take) => take.number === number)) part.takes = part.takes.filter((take) => take.number !== number);
});

/**
 * Shortens pauses of a narration to `keep` seconds each (0 cuts them out): what follows comes up. Pauses are seconds from the
 * part's start, in order; those that are shorter stay as they are, and at the part's ends nothing is left of them beyond `keep`.
 */
export const shortenPauses = defineEdit<{ id: string; pauses: readonly Stretch[]; keep: Seconds }>(
  ({ keep }) => (keep === 0 ? 'edit.cutThePausesOut' : 'edit.shortenThePauses'),
  (show, { id, pauses, keep }) => {
    const part = find(show.parts, id, 'part');
    const length = partSeconds(part);
    const kept: Span[] = [];
    const pins: Draft<Part>['pins'] = [];
    let from = 0;
    let done = 0;
    const add = (to: Seconds) => {
      if (to - from < LIMITS.span.least) return;
      const piece = sliceSpans(part.spans, from, to);
      const last = kept.at(-1);
      if (last) kept[kept.length - 1] = { from: last.from, to: last.to, join: LIMITS.join.start };
      kept.push(...piece);
      for (const pin of slicePins(part.pins, from, to)) pins.push({ at: pin.at + done, gain: pin.gain });
      done += to - from;
    };
    for (const pause of pauses) {
      if (pause.to - pause.from <= keep) continue;
      // A rest of it stays on either side of the cut; all of it at the ends of the part.
      const [low, high] = [pause.from <= 1e-3 ? 0 : keep / 2, pause.to >= length - 1e-3 ? 0 : keep / 2];
      const rest = keep - low - high;
      add(Math.min(length, pause.from + low + (high === 0 ? rest : 0)));
      from = Math.max(from, pause.to - high - (low === 0 && high > 0 ? rest : 0));
    }
    add(length);
    if (kept.length === 0 || kept.length > LIMITS.spans || pins.length > LIMITS.pin.count) return;
    part.spans = kept;
    part.pins = pins;
    fitFades(part);
  },
);

/** Gives narrations of one lane the same gap to the one before each, seconds; the first of them stays where it is. */
export const spaceParts = defineEdit<{ ids: readonly string[]; gap: Seconds }>(
  ({ gap }) => (gap === 0 ? 'edit.closeTheGaps' : 'edit.setTheGaps'),
  (show, { ids, gap }) => {
    const parts = ids.map((id) => find(show.parts, id, 'part')).sort((a, b) => a.at - b.at);
    const ends = new Map<string, Seconds>();
    for (const part of parts) {
      const end = ends.get(part.lane);
      if (end !== undefined) part.at = clamp(end + Math.max(0, gap), 0, LIMITS.showSeconds);
      ends.set(part.lane, partEnd(part));
    }
  },
);
