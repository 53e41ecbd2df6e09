import type { Decibels, Hertz, Seconds } from '../units';

/** The format number this code writes. */
export const FORMAT = 1;

/** SHA-256 of the bytes, 64 lower-case hexadecimal digits. */
export type MediaId = string;

export type LaneKind = 'bed' | 'voice' | 'spot';

/** A photo shown for `hold` seconds; the last `dissolve` seconds of the hold blend into the next picture. */
export interface Picture {
  readonly id: string;
  readonly kind: 'photo';
  readonly media: MediaId;
  readonly hold: Seconds;
  readonly dissolve: Seconds;
}

export interface Lane {
  readonly id: string;
  readonly kind: LaneKind;
  readonly title: string;
  readonly gain: Decibels;
  /** −1 left .. 1 right. */
  readonly pan: number;
  readonly mute: boolean;
  readonly solo: boolean;
}

/** Seconds in the source; `join` is the crossfade into the next span, seconds, ignored on the last span. */
export interface Span {
  readonly from: Seconds;
  readonly to: Seconds;
  readonly join: Seconds;
}

/** `bend` in [−1, 1]: slow start .. quick start, 0 straight. */
export interface Fade {
  readonly seconds: Seconds;
  readonly bend: number;
}

export interface Part {
  readonly id: string;
  readonly lane: string;
  readonly media: MediaId;
  /** Seconds from the start of the show. */
  readonly at: Seconds;
  readonly spans: readonly Span[];
  readonly gain: Decibels;
  readonly fadeUp: Fade;
  readonly fadeOut: Fade;
}

export interface Media {
  readonly id: MediaId;
  readonly kind: 'photo' | 'sound';
  readonly title: string;
  readonly bytes: number;
  /** Sounds: length in seconds. Photos: 0. */
  readonly seconds: Seconds;
  /** Sounds: the rate the file came with, before conversion. Photos: 0. */
  readonly rate: Hertz;
  /** Sounds: channels the file came with, before folding to stereo. Photos: 0. */
  readonly channels: number;
  /** Photos: size in pixels, turned upright. Sounds: 0. */
  readonly width: number;
  readonly height: number;
  readonly credit?: string;
}

/** The document. Plain immutable JSON; show length and placements are computed, never stored. */
export interface Show {
  readonly format: typeof FORMAT;
  readonly id: string;
  readonly title: string;
  readonly pictures: readonly Picture[];
  readonly lanes: readonly Lane[];
  readonly parts: readonly Part[];
  readonly master: { readonly gain: Decibels };
  readonly media: Readonly<Record<MediaId, Media>>;
}
