import { Failure } from '../failure';
import {
  asKind,
  FORMAT,
  heardMoment,
  LANE_KINDS,
  LANES,
  LIMITS,
  newLane,
  newShow,
  readMedia,
  readShow,
  soundSeconds,
  type Card,
  type Clip,
  type Lane,
  type LaneOf,
  type Mark,
  type Media,
  type MediaId,
  type Part,
  type Picture,
  type Show,
  type Span,
} from '../show';
import { newPart, newPicture } from '../show/edits';
import { firstOwnStart } from '../show/newShow';
import { clamp, type Seconds } from '../units';
import { howPlayed, speedOf, within, type HowPlayed } from './otioSpeed';
import { decoded, kindOf, listOf, oursOf, rawOf, referenceOf, secondsOf, spanOf, wordOf, type Raw } from './otioRaw';

/** Something of a timeline that did not come along. */
export interface LeftOut {
  readonly what: 'effect' | 'kind' | 'picture' | 'sound' | 'track' | 'marker';
  readonly name: string;
}

export interface TimelineRead {
  readonly show: Show;
  readonly leftOut: readonly LeftOut[];
}

/**
 * Reads an OpenTimelineIO timeline as a show. `known` are media that are at hand: a clip finds its medium by its hash, or by its file's name. What is
 * not known is named in `leftOut`; where a picture is missing a card stands in its place, so that all lengths stay.
 * @throws Failure `timeline.foreign` for what is no timeline, `show.damaged` where what it says makes no show, `file.damaged` where there is
 *   more of it than a show holds.
 */
export function readTimeline(raw: unknown, known: readonly Media[], newId: () => string): TimelineRead {
  const top = rawOf(raw);
  const tracks = rawOf(top.tracks);
  if (kindOf(top) !== 'Timeline' || kindOf(tracks) !== 'Stack') throw new Failure('timeline.foreign');
  const reader = new Reader(known, newId);
  for (const one of listOf(tracks.children)) reader.track(one);
  reader.markers(tracks, (at) => at);
  return reader.finish(wordOf(top.name), oursOf(top));
}

class Reader {
  private readonly pictures: Picture[] = [];
  private readonly marks: Mark[] = [];
  private readonly lanes = new Map<string, Lane>();
  private readonly parts: Part[] = [];
  private readonly media: Record<MediaId, Media> = {};
  private readonly leftOut: LeftOut[] = [];
  private hasPictures = false;

  constructor(
    private readonly known: readonly Media[],
    private readonly newId: () => string,
  ) {}

  finish(title: string, said: Raw): TimelineRead {
    const fresh = newShow(this.newId(), title.slice(0, LIMITS.titleLength) || 'Timeline');
    const kinds = new Set([...this.lanes.values()].map((lane) => lane.kind));
    const { shape, alone, black, ownStart, dips, lines, master, artist, aim } = said;
    const given = Object.fromEntries(
      Object.entries({ shape, alone, black, ownStart, dips, lines, master, artist, aim }).filter(([, value]) => value !== undefined),
    );
    // What was written by an older or newer version is checked by its own number.
    const format = typeof said.format === 'number' ? said.format : FORMAT;
    const show = readShow({
      ...fresh,
      ...given,
      format,
      pictures: this.pictures,
      lanes: [...this.lanes.values(), ...fresh.lanes.filter((lane) => !kinds.has(lane.kind))],
      parts: this.parts,
      media: this.media,
      ...(this.marks.length > 0 ? { marks: this.marks.sort((a, b) => a.at - b.at) } : {}),
    });
    return { show, leftOut: this.leftOut };
  }

  track(raw: Raw): void {
    const name = wordOf(raw.name);
    this.markers(raw, (at) => at);
    if (kindOf(raw) !== 'Track') this.skip('kind', wordOf(raw.OTIO_SCHEMA) || name);
    else if (raw.kind === 'Audio') this.sounds(raw, name);
    else if (raw.kind === 'Video' && !this.hasPictures) this.picturesOf(raw);
    else this.skip('track', name || wordOf(raw.kind));
  }

  /** Stitches and beats are computed here; what others marked becomes marks. @param moment of the show that a marker's own time is. */
  markers(raw: Raw, moment: (at: Seconds) => Seconds): void {
    for (const one of listOf(raw.markers)) {
      if (oursOf(one).derived === true) continue;
      const name = wordOf(one.name);
      const own = secondsOf(rawOf(one.marked_range).start_time);
      const at = own === null ? -1 : moment(own);
      const said = wordOf(oursOf(one).mark);
      const id = this.marks.some((each) => each.id === said) || said === '' ? this.newId() : said;
      if (at < 0 || at > LIMITS.showSeconds || this.marks.length >= LIMITS.marks.count) this.skip('marker', name);
      else this.marks.push({ id, at, name: name.trim().slice(0, LIMITS.marks.name) });
    }
  }

  private skip(what: LeftOut['what'], name: string): void {
    this.leftOut.push({ what, name: name.slice(0, LIMITS.titleLength) });
  }

  /** Speeds come along as far as we can play them. */
  private effects(raw: Raw): void {
    for (const one of listOf(raw.effects)) {
      const taken = kindOf(one) === 'LinearTimeWarp' && (one.time_scalar === 1 || speedOf(raw) !== undefined);
      if (!taken) this.skip('effect', wordOf(one.effect_name) || wordOf(one.name) || wordOf(one.OTIO_SCHEMA));
    }
  }

  private picturesOf(raw: Raw): void {
    this.hasPictures = true;
    let [at, counted] = [0, 0];
    for (const one of listOf(raw.children)) {
      if (this.pictures.length > LIMITS.pictures) throw tooMany();
      // As they are added up, not all of them anew for each one.
      for (; counted < this.pictures.length; counted += 1) at += this.pictures[counted]!.hold;
      switch (kindOf(one)) {
        case 'Clip':
          this.markers(one, within(one, at));
          this.effects(one);
          this.pictures.push(this.pictureOf(one));
          break;
        case 'Gap':
          this.pictures.push(this.card('', spanOf(one).length));
          break;
        case 'Transition':
          this.blend((secondsOf(one.in_offset) ?? 0) + (secondsOf(one.out_offset) ?? 0));
          break;
        default:
          this.skip('kind', wordOf(one.OTIO_SCHEMA));
          this.pictures.push(this.card(wordOf(one.name), spanOf(one).length));
      }
    }
    const last = oursOf(raw).last;
    if (typeof last === 'number') this.blend(last);
  }

  /** The dissolve of the picture that came last. */
  private blend(seconds: Seconds): void {
    const last = this.pictures.at(-1);
    if (last) this.pictures[this.pictures.length - 1] = { ...last, dissolve: Math.min(seconds, last.hold) };
  }

  private card(words: string, hold: Seconds): Card {
    return {
      id: this.newId(),
      kind: 'card',
      colour: '#1C2A31',
      words: words.slice(0, LIMITS.card.words),
      hold: boundHold(hold),
      dissolve: 0,
    };
  }

  private pictureOf(raw: Raw): Picture {
    const { from, length: hold } = spanOf(raw);
    const said = rawOf(oursOf(raw).picture);
    const reference = referenceOf(raw);
    if (kindOf(reference) === 'GeneratorReference') {
      const { color, words } = rawOf(reference.parameters);
      const card = this.card(wordOf(words) || (Object.keys(said).length > 0 ? '' : wordOf(raw.name)), hold);
      const colour = /^#[0-9a-f]{6}$/i.test(wordOf(color)) ? wordOf(color) : card.colour;
      return { ...card, colour, ...(said as Partial<Card>), hold: card.hold, dissolve: 0 };
    }
    const media = this.mediaOf(reference);
    if (!media || media.kind === 'sound') {
      this.skip('picture', wordOf(raw.name));
      return this.card(wordOf(raw.name), hold);
    }
    const start = { ...newPicture(this.newId(), media, firstOwnStart()), ...(said as Partial<Picture>), dissolve: 0, media: media.id };
    if (media.kind !== 'clip') return { ...start, hold: boundHold(hold) } as Picture;
    // A clip shows no more than was filmed.
    const begin = clamp(from, 0, Math.max(0, media.seconds - LIMITS.hold.least));
    const speed = speedOf(raw);
    const most = Math.min((media.seconds - begin) / (speed ?? 1), LIMITS.soundSeconds);
    return { ...start, speed, from: begin, hold: clamp(hold, LIMITS.hold.least, most) } as Clip;
  }

  /** The medium of a reference: described in it, or one that is at hand. */
  private mediaOf(reference: Raw): Media | null {
    const said = readMedia(oursOf(reference).media);
    const url = wordOf(reference.target_url);
    const hash = wordOf(said?.id) || (/([0-9a-f]{64})(?:\.\w+)?$/.exec(url)?.[1] ?? '');
    const base = decoded(url).split(/[\\/]/).at(-1) ?? '';
    const title = base.replace(/\.[A-Za-z0-9]{1,5}$/, '');
    const found =
      this.known.find((one) => one.id === hash) ?? said ?? this.known.find((one) => title !== '' && one.title === title) ?? null;
    if (found) this.media[found.id] ??= found;
    return found;
  }

  private sounds(raw: Raw, name: string): void {
    const lane = this.laneOf(raw, name);
    let at: Seconds = 0;
    let open: { part: Part; name: string } | null = null;
    for (const one of listOf(raw.children)) {
      const length = spanOf(one).length;
      const said = oursOf(one);
      if (kindOf(one) === 'Transition') {
        this.skip('effect', wordOf(one.transition_type) || wordOf(one.name));
        continue;
      }
      if (kindOf(one) === 'Clip' && said.derived !== true && length > 0) {
        this.markers(one, within(one, at));
        this.effects(one);
        const media = this.mediaOf(referenceOf(one));
        const more: Part | null = open && said.of === open.name ? open.part : null;
        const span: Span | null = media && media.channels > 0 ? this.passageOf(one, media, more ?? howPlayed(one)) : null;
        if (!media || !span) this.skip('sound', wordOf(one.name));
        else if (open && more) open.part = this.extend(open.part, span);
        else open = { part: this.lay(one, media, lane, at, span), name: wordOf(rawOf(said.part).id) };
      } else if (kindOf(one) !== 'Clip' && kindOf(one) !== 'Gap') this.skip('kind', wordOf(one.OTIO_SCHEMA));
      if (kindOf(one) === 'Gap') open = null;
      at += length;
    }
  }

  /** The passage that a clip plays: as we wrote it where nobody changed it since, else as the clip says. */
  private passageOf(raw: Raw, media: Media, how: HowPlayed): Span | null {
    const { from: start, length } = spanOf(raw);
    const show = { media: { [media.id]: media } };
    const sound = { ...how, media: media.id };
    const from = heardMoment(show, sound, start);
    const ours = rawOf(oursOf(raw).span) as Partial<Span>;
    const same = typeof ours.from === 'number' && Math.abs(ours.from - from) < 1e-4 && Math.abs((ours.to ?? 0) - ours.from - length) < 1e-4;
    if (same) return ours as Span;
    const to = Math.min(soundSeconds(show, sound), from + length);
    return to - from < LIMITS.span.least ? null : { from, to, join: typeof ours.join === 'number' ? ours.join : LIMITS.join.start };
  }

  private lay(raw: Raw, media: Media, lane: LaneOf, at: Seconds, span: Span): Part {
    const said = rawOf(oursOf(raw).part) as Partial<Part>;
    // What is said of it may be of another kind: a track may have been renamed, or a clip moved to another one.
    const part = asKind(
      {
        ...newPart(this.newId(), lane, media),
        ...said,
        ...howPlayed(raw),
        lane: lane.id,
        media: media.id,
        at,
        spans: [span],
      } as Part,
      lane.kind,
    );
    this.parts.push(part);
    if (this.parts.length > LIMITS.parts) throw tooMany();
    return part;
  }

  private extend(part: Part, span: Span): Part {
    if (part.spans.length >= LIMITS.spans) throw tooMany();
    const longer = { ...part, spans: [...part.spans, span] };
    this.parts[this.parts.lastIndexOf(part)] = longer;
    return longer;
  }

  /** The lane that a track becomes: its own, or one of the kind that its name tells of. */
  private laneOf(raw: Raw, name: string): LaneOf {
    const said = oursOf(raw).lane as Lane | undefined;
    if (said && typeof said.id === 'string' && said.kind in LANES) {
      if (!this.lanes.has(said.id)) this.lanes.set(said.id, said);
      return this.lanes.get(said.id)!;
    }
    const kind = LANE_KINDS.find((one) => LANES[one].known?.test(name)) ?? 'bed';
    const there = [...this.lanes.values()].find((lane) => lane.kind === kind);
    if (there) return there;
    const lane = newLane(kind, kind, name.slice(0, LIMITS.titleLength) || kind);
    this.lanes.set(lane.id, lane);
    return lane;
  }
}

/** A time on screen as pictures have it. */
const boundHold = (hold: Seconds): Seconds => clamp(hold, LIMITS.hold.least, LIMITS.hold.most);

const tooMany = () => new Failure('file.damaged', { why: 'many' });
