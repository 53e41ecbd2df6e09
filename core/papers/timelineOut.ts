import { laidBeats, type Hearing } from '../music';
import {
  laidSpans,
  ownParts,
  partEnd,
  partSeconds,
  partsOn,
  sourceMoment,
  type Lane,
  type MediaId,
  type Part,
  type Show,
  laneName,
} from '../show';
import { phrase, type Say } from '../phrase';
import { RATE, type Seconds } from '../units';
import { clip, dissolve, file, gap, generated, marker, ours, range, stack, timeline, track, warp, type Otio } from './otio';

/** Pictures a second. Times between two of them are written as fractions: nothing is rounded. */
export const PICTURE_RATE = 30;
/** Gaps shorter than this are rounding, seconds. */
const NOTHING: Seconds = 1e-6;

/** Where a medium lies beside the timeline: as in a show file that was unpacked. */
export const mediaUrl = (id: MediaId): string => `media/${id}`;

/**
 * A show as an OpenTimelineIO timeline: pictures, each lane of sound, gaps, dissolves; markers for marks, stitches and, where the music was heard, for
 * bars and beats. What the exchange format has no words for (fades, levels, dips) lies in the metadata, and comes back from there.
 */
export function timelineOf(show: Show, hearings: ReadonlyMap<MediaId, Hearing>, say: Say): string {
  const { id, title, shape, alone, black, ownStart, dips, lines, master, artist, aim, format } = show;
  const tracks = [pictureTrack(show, say), ...show.lanes.flatMap((lane) => soundTracks(show, lane, hearings, say))];
  const metadata = ours({ format, id, shape, alone, black, ownStart, dips, lines, master, artist, aim });
  const marks = (show.marks ?? []).map(({ id: mark, at, name }) => marker(name, 'GREEN', at, RATE, { mark }));
  return JSON.stringify(timeline(title, stack(tracks, marks), metadata), null, 1);
}

function reference(show: Show, id: MediaId, rate: number): Otio {
  const media = show.media[id]!;
  const length = media.seconds > 0 ? range(0, media.seconds, rate) : null;
  return file(media.title, mediaUrl(id), length, ours({ media }));
}

function pictureTrack(show: Show, say: Say): Otio {
  const children: Otio[] = [];
  for (const [index, picture] of show.pictures.entries()) {
    const { hold, dissolve: blend, ...rest } = picture;
    const from = picture.kind === 'clip' ? picture.from : 0;
    const source = range(from, hold, PICTURE_RATE);
    const metadata = ours({ picture: rest });
    const effects = picture.kind === 'clip' && picture.speed !== undefined ? [warp(picture.speed)] : [];
    if (picture.kind === 'card') {
      const { colour, words } = picture;
      children.push(
        clip({ name: words || say(phrase('papers.card')), metadata, source }, generated('SolidColor', { color: colour, words }, source)),
      );
    } else {
      const name = show.media[picture.media]!.title;
      children.push(clip({ name, metadata, source, effects }, reference(show, picture.media, PICTURE_RATE)));
    }
    if (blend > 0 && index + 1 < show.pictures.length) children.push(dissolve(blend, PICTURE_RATE));
  }
  return track('Video', say(phrase('papers.pictures')), children, ours({ pictures: true, last: show.pictures.at(-1)?.dissolve ?? 0 }));
}

/** The parts of a lane; those that overlap go onto tracks of their own. */
function soundTracks(show: Show, lane: Lane, hearings: ReadonlyMap<MediaId, Hearing>, say: Say): Otio[] {
  const own = lane.kind === 'own' ? ownParts(show).map((part) => ({ part, derived: true })) : [];
  const laid = partsOn(show, lane.kind).filter((part) => part.lane === lane.id);
  const all = [...own, ...laid.map((part) => ({ part, derived: false }))].sort((a, b) => a.part.at - b.part.at);
  const rows: (typeof all)[] = [[]];
  for (const one of all) {
    const row = rows.find((each) => each.length === 0 || partEnd(each.at(-1)!.part) <= one.part.at + NOTHING);
    if (row) row.push(one);
    else rows.push([one]);
  }
  return rows.map((row, index) => {
    const children: Otio[] = [];
    let at: Seconds = 0;
    for (const { part, derived } of row) {
      if (part.at - at > NOTHING) children.push(gap(part.at - at, RATE));
      children.push(...clipsOf(show, part, derived));
      at = part.at + partSeconds(part);
    }
    const markers = row.flatMap(({ part }) => (lane.kind === 'bed' ? markersOf(show, part, hearings.get(part.media), say) : []));
    const name = laneName(lane, say);
    return track('Audio', index === 0 ? name : `${name} ${index + 1}`, children, ours({ lane }), markers);
  });
}

/** One clip for each passage of a part. */
function clipsOf(show: Show, part: Part, derived: boolean): Otio[] {
  const { spans } = part;
  const rest = { ...part, at: undefined, spans: undefined };
  const { title } = show.media[part.media]!;
  return spans.map((span, index) => {
    const metadata = derived ? ours({ derived: true }) : index === 0 ? ours({ part: rest, span }) : ours({ of: part.id, span });
    const source = range(sourceMoment(show, part, span.from), span.to - span.from, RATE);
    const effects = part.speed === undefined ? [] : [warp(part.speed)];
    return clip({ name: title, metadata, source, effects }, reference(show, part.media, RATE));
  });
}

function markersOf(show: Show, part: Part, heard: Hearing | undefined, say: Say): Otio[] {
  const markers: Otio[] = [];
  for (const { index, end } of laidSpans(part.spans, part.at).slice(0, -1))
    markers.push(marker(say(phrase('papers.stitch', { number: index + 1 })), 'RED', end, RATE));
  for (const { at: beat, beat: place, bar } of heard ? laidBeats(show, part, heard) : []) {
    markers.push(
      place === 0
        ? marker(say(phrase('papers.barMarker', { bar })), 'BLUE', beat, RATE)
        : marker(say(phrase('papers.beatMarker', { beat: place + 1 })), 'CYAN', beat, RATE),
    );
  }
  return markers;
}
