import type { Decibels, Hertz, Seconds } from '../units';
import type { DipRules, PartDip, Room } from './dipTypes';
import type { Fitted, Grid, Marks, Stretch } from './fitTypes';
import type { Layer, PartLayer } from './layerTypes';
import type { Treatment } from './treatTypes';

/** The format number this code writes. */
export const FORMAT = 10;

/** SHA-256 of the bytes, 64 lower-case hexadecimal digits. */
export type MediaId = string;

export type LaneKind = 'bed' | 'voice' | 'spot' | 'own';

/** Width to height of the frame that pictures are shown in. */
export type FrameShape = '16:9' | '4:3' | '1:1' | '9:16';

/**
 * How a photo or clip stands in the frame: whole with bars beside it, filling the frame with its edges cut, or filling
 * it with a slow move across what does not fit (`across` from its top or left, `back` the other way).
 */
export type Framing = 'fit' | 'fill' | 'across' | 'back';

/** What every picture has: shown for `hold` seconds; the last `dissolve` seconds of the hold blend into the next picture. */
interface Held {
  readonly id: string;
  readonly hold: Seconds;
  readonly dissolve: Seconds;
}

export interface Photo extends Held {
  readonly kind: 'photo';
  readonly media: MediaId;
  readonly framing: Framing;
}

/** A passage of a clip’s video: it begins at `from` seconds of the source and is shown for `hold`. */
export interface Clip extends Held {
  readonly kind: 'clip';
  readonly media: MediaId;
  readonly framing: Framing;
  readonly from: Seconds;
  /** Seconds of its film, and of its own sound, a shown second; 1 where it says nothing. */
  readonly speed?: number | undefined;
  /** The pitch of its own sound goes with the speed. */
  readonly loose?: true | undefined;
  readonly own: OwnSound;
}

/** A plain card: one colour and a few words. */
export interface Card extends Held {
  readonly kind: 'card';
  /** `#RRGGBB`. */
  readonly colour: string;
  readonly words: string;
  /** Its words are the credits of the show (core/show/credits.ts), whatever they are by then; `words` is not used. */
  readonly credits?: true | undefined;
}

export type Picture = Photo | Clip | Card;

/** The sound that was filmed with a clip. It fades by itself, whatever its picture does. */
export interface OwnSound {
  readonly on: boolean;
  readonly gain: Decibels;
  readonly fadeUp: Fade;
  readonly fadeOut: Fade;
  /** Seconds of sound before its picture begins (J-cut) and after it ends (L-cut), as far as the source has them. */
  readonly lead: Seconds;
  readonly tail: Seconds;
  /** Stretches of the source that are silent. */
  readonly quiet: readonly Stretch[];
  /** Whether the bed makes room for it; what its lane does where it says nothing. */
  readonly room?: Room | undefined;
  /** What it goes through, in this order; nothing where it says nothing. */
  readonly treatments?: readonly Treatment[] | undefined;
}

/** What a clip's own sound has when the clip comes in. */
export type OwnStart = Pick<OwnSound, 'gain' | 'fadeUp' | 'fadeOut'>;

export interface Lane {
  readonly id: string;
  readonly kind: LaneKind;
  readonly title: string;
  readonly gain: Decibels;
  /** −1 left .. 1 right. */
  readonly pan: number;
  readonly mute: boolean;
  readonly solo: boolean;
  /** Levels ridden by hand, seconds of the show, dB on top of the lane's own; none where it says nothing. */
  readonly pins?: readonly Pin[] | undefined;
  /** Whether the bed makes room for what sounds on it; what its kind does where it says nothing. */
  readonly room?: Room | undefined;
  /** What the sum of its parts goes through, in this order; nothing where it says nothing. */
  readonly treatments?: readonly Treatment[] | undefined;
}

/** A lane by its name and kind. */
export interface LaneOf<K extends LaneKind = LaneKind> {
  readonly id: string;
  readonly kind: K;
}

/** What lies beside a passage and is laid over the neighbouring pass, so that nothing is chopped off at a loop's seam. */
export interface Fold {
  /** Seconds before the next passage's beginning (a pick-up, a swell) that sound over the end of this one. */
  readonly lead: Seconds;
  /** Seconds after this passage's end (its ring) that sound over the beginning of the next one. */
  readonly tail: Seconds;
}

/**
 * Seconds in the source. `join` is the crossfade into the next span, seconds; with `fold` the two sides overlap by the fold
 * instead. Both are ignored on the last span.
 */
export interface Span {
  readonly from: Seconds;
  readonly to: Seconds;
  readonly join: Seconds;
  readonly fold?: Fold | undefined;
}

/**
 * How loud two sounds are while one takes over from the other: their powers add up to one, their amplitudes do, or whatever
 * keeps the level steady for sounds that are as alike as these two are there.
 */
export type CrossLaw = 'power' | 'even' | 'matched';

/** How a part takes over from the one before it on its lane: across their overlap, or for `seconds` where they touch. */
export interface Cross {
  readonly law: CrossLaw;
  /** Bends of what goes out and of what comes in, as of a fade. */
  readonly bendOut: number;
  readonly bendIn: number;
  readonly seconds: Seconds;
}

/** A level set by hand at a moment: seconds from the part's start, dB on top of the part's own; straight in dB between pins. */
export interface Pin {
  readonly at: Seconds;
  readonly gain: Decibels;
}

/** `bend` in [−1, 1]: slow start .. quick start, 0 straight. */
export interface Fade {
  readonly seconds: Seconds;
  readonly bend: number;
}

/** Another recording of the same line, kept with the one in use. */
export interface Take {
  /** 1 for the first one; a take keeps its number. */
  readonly number: number;
  readonly media: MediaId;
  readonly spans: readonly Span[];
  readonly gain: Decibels;
  readonly quiet: readonly Stretch[];
  readonly pins: readonly Pin[];
  readonly speed?: number | undefined;
  readonly pitch?: number | undefined;
  readonly loose?: true | undefined;
  readonly even?: true | undefined;
  readonly backwards?: true | undefined;
}

/** A line of narration that is written but not recorded yet. */
export interface Line {
  readonly id: string;
  readonly lane: string;
  readonly at: Seconds;
  readonly words: string;
}

/** What every part has, whatever it lies on. */
interface Laid<K extends LaneKind> {
  readonly id: string;
  /** Kind of its lane. */
  readonly kind: K;
  readonly lane: string;
  readonly media: MediaId;
  /** Seconds from the start of the show. */
  readonly at: Seconds;
  readonly spans: readonly Span[];
  readonly gain: Decibels;
  readonly fadeUp: Fade;
  readonly fadeOut: Fade;
  /** Stretches of the source that are silent. */
  readonly quiet: readonly Stretch[];
  /** In the order of their moments. */
  readonly pins: readonly Pin[];
  /** How it takes over from the part before; what every part starts with where it says nothing. */
  readonly cross?: Cross | undefined;
  /** Source seconds a heard second; 1 where it says nothing. The spans are seconds of the sound as it is played (core/show/speed.ts). */
  readonly speed?: number | undefined;
  /** Semitones higher (below 0: lower) at the same length. */
  readonly pitch?: number | undefined;
  /** The pitch goes with the speed. */
  readonly loose?: true | undefined;
  /** A small change of speed takes in the ends too; else the first and the last two seconds stay as they are, as in a fitted piece. */
  readonly even?: true | undefined;
  /** Played from its end to its beginning. */
  readonly backwards?: true | undefined;
  /** What its sound goes through before its level, in this order; nothing where it says nothing. */
  readonly treatments?: readonly Treatment[] | undefined;
  /** Lies there and is not heard. */
  readonly mute?: boolean | undefined;
  /** How the layers of its piece are played, those of which something is said; as they are where it says nothing. */
  readonly layers?: readonly PartLayer[] | undefined;
  /** Its dips were taken over as pins: the pins that it had before. Dips leave it alone then. */
  readonly undipped?: readonly Pin[] | undefined;
}

/** What only music has. */
interface OfBed {
  /** How it was fitted, if it was. */
  readonly fit?: Fitted | undefined;
}

/** What only narrations have. */
interface OfVoice {
  /** What it asks of the bed; what every one starts with where it says nothing. */
  readonly dip?: PartDip | undefined;
  /** Number of the take in use, and the others. */
  readonly take?: number | undefined;
  readonly takes?: readonly Take[] | undefined;
  /** What is said in it, for captions. */
  readonly words?: string | undefined;
}

/** What only the sound of clips has. */
interface OfOwn {
  /** The clip it belongs to (its sound set apart, or another recording of it): it moves along when the clip does. */
  readonly clip?: string | undefined;
}

/** What parts have beside what every part has, by kind. */
export interface FieldsOf {
  readonly bed: OfBed;
  readonly voice: OfVoice;
  readonly own: OfOwn;
  readonly spot: object;
}

type Without<T> = { readonly [Field in keyof T]?: undefined };

export type BedPart = Laid<'bed'> & OfBed & Without<OfVoice & OfOwn>;
export type VoicePart = Laid<'voice'> & OfVoice & Without<OfBed & OfOwn>;
export type OwnPart = Laid<'own'> & OfOwn & Without<OfBed & OfVoice>;
export type SpotPart = Laid<'spot'> & Without<OfBed & OfVoice & OfOwn>;

/** A sound that is laid: one union over one shape, told apart by the kind of its lane. */
export type Part = BedPart | VoicePart | OwnPart | SpotPart;
export type PartOf<K extends LaneKind> = Extract<Part, { readonly kind: K }>;

export interface Media {
  readonly id: MediaId;
  readonly kind: 'photo' | 'clip' | 'sound';
  readonly title: string;
  readonly bytes: number;
  /** Sounds and clips: length in seconds. Photos: 0. */
  readonly seconds: Seconds;
  /** The rate its sound came with, before conversion. Photos and clips without sound: 0. */
  readonly rate: Hertz;
  /** Channels its sound came with, before folding to stereo. Photos and clips without sound: 0. */
  readonly channels: number;
  /** Photos and clips: size in pixels, turned upright. Sounds: 0. */
  readonly width: number;
  readonly height: number;
  /** The line that credits whoever made it. */
  readonly credit?: string | undefined;
  /** Under which licence it may be used: empty where it came from a shelf that does not say; nothing for what a person brought. */
  readonly licence?: string | undefined;
  /** Beats and bars as a person set them. */
  readonly grid?: Grid | undefined;
  /** The sounds that it is the sum of, where it is a piece in layers. They are media of the show like any other. */
  readonly layers?: readonly Layer[] | undefined;
  /** What a person said of its passages. */
  readonly marks?: Marks | undefined;
  /** Where a person said that somebody speaks in it, or nobody does. */
  readonly told?: Told | undefined;
}

/** Speech put right by hand, seconds of the source. */
export interface Told {
  readonly speech: readonly Stretch[];
  readonly none: readonly Stretch[];
}

/** The whole: its level, and where it is held. */
export interface Master {
  readonly gain: Decibels;
  /** No true peak goes above this, dBTP; nothing is held where it says nothing. */
  readonly ceiling?: Decibels | undefined;
}

/** A moment of the show that a person marked. */
export interface Mark {
  readonly id: string;
  readonly at: Seconds;
  /** Empty where it has none. */
  readonly name: string;
}

/** The document. Plain immutable JSON; show length and placements are computed, never stored. */
export interface Show {
  readonly format: typeof FORMAT;
  readonly id: string;
  readonly title: string;
  readonly shape: FrameShape;
  /** Seconds in which the picture comes up from black at the start and goes down to black at the end. */
  readonly black: { readonly up: Seconds; readonly out: Seconds };
  readonly pictures: readonly Picture[];
  /** A show of sound alone: it lasts as long as its sound, or so many seconds, whatever pictures there are; where they end earlier the stage is dark. */
  readonly alone?: 'sound' | Seconds | undefined;
  readonly ownStart: OwnStart;
  readonly lanes: readonly Lane[];
  readonly parts: readonly Part[];
  readonly dips: DipRules;
  readonly lines: readonly Line[];
  readonly master: Master;
  /** Who made the show: goes into files as their artist. */
  readonly artist?: string | undefined;
  /** The loudness that it is to have, LUFS. */
  readonly aim?: number | undefined;
  /** Marked moments, in order. */
  readonly marks?: readonly Mark[] | undefined;
  readonly media: Readonly<Record<MediaId, Media>>;
}
