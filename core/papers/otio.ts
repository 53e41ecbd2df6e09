import type { Seconds } from '../units';

/**
 * The pieces of OpenTimelineIO's JSON that are written and read here, as its serialized-data reference lists them
 * (https://opentimelineio.readthedocs.io, “Serialized Data Documentation”; from memory).
 */
export interface Otio {
  readonly OTIO_SCHEMA: string;
  readonly [key: string]: unknown;
}

/** A RationalTime of so many seconds, in units of 1/rate. */
export const rational = (seconds: Seconds, rate: number): Otio => ({ OTIO_SCHEMA: 'RationalTime.1', rate, value: seconds * rate });

/** A TimeRange [from, from + length), seconds. */
export const range = (from: Seconds, length: Seconds, rate: number): Otio => ({
  OTIO_SCHEMA: 'TimeRange.1',
  start_time: rational(from, rate),
  duration: rational(length, rate),
});

/** What we know of a thing beyond the exchange format lies under this name. */
export const OURS = 'rain_bed';

/** What only Rain Bed understands, under its own name. */
export const ours = (metadata: object): object => ({ [OURS]: metadata });

interface ItemParts {
  readonly name: string;
  readonly metadata?: object;
  readonly source: Otio | null;
  readonly effects?: readonly Otio[];
  readonly markers?: readonly Otio[];
}

const item = (schema: string, { name, metadata = {}, source, effects = [], markers = [] }: ItemParts): Otio => ({
  OTIO_SCHEMA: schema,
  metadata,
  name,
  source_range: source,
  effects,
  markers,
  enabled: true,
});

/** Nothing for so many seconds. */
export const gap = (length: Seconds, rate: number): Otio => item('Gap.1', { name: '', source: range(0, length, rate) });

/** A passage of a file. */
export const clip = (parts: ItemParts, reference: Otio): Otio => ({
  ...item('Clip.2', parts),
  media_references: { DEFAULT_MEDIA: reference },
  active_media_reference_key: 'DEFAULT_MEDIA',
});

/** A track of clips and gaps, one after the other. */
export const track = (
  kind: 'Video' | 'Audio',
  name: string,
  children: readonly Otio[],
  metadata: object,
  markers: readonly Otio[] = [],
): Otio => ({
  ...item('Track.1', { name, metadata, source: null, markers }),
  kind,
  children,
});

/** Tracks one over the other. */
export const stack = (children: readonly Otio[], markers: readonly Otio[] = []): Otio => ({
  ...item('Stack.1', { name: 'tracks', source: null, markers }),
  children,
});

/** A reference to a file; `length` where it is known. */
export const file = (name: string, url: string, length: Otio | null, metadata: object): Otio => ({
  OTIO_SCHEMA: 'ExternalReference.1',
  metadata,
  name,
  available_range: length,
  available_image_bounds: null,
  target_url: url,
});

/** A reference to something that a program makes, a plain colour for one. */
export const generated = (kind: string, parameters: object, length: Otio): Otio => ({
  OTIO_SCHEMA: 'GeneratorReference.1',
  metadata: {},
  name: kind,
  available_range: length,
  available_image_bounds: null,
  generator_kind: kind,
  parameters,
});

/** The dissolve lies wholly before the cut. */
export const dissolve = (seconds: Seconds, rate: number): Otio => ({
  OTIO_SCHEMA: 'Transition.1',
  metadata: {},
  name: 'Dissolve',
  transition_type: 'SMPTE_Dissolve',
  in_offset: rational(seconds, rate),
  out_offset: rational(0, rate),
});

/** A marker of no length at a moment, seconds; `derived` is what can be found out anew. */
export const marker = (name: string, color: string, at: Seconds, rate: number, metadata: object = { derived: true }): Otio => ({
  OTIO_SCHEMA: 'Marker.2',
  metadata: ours(metadata),
  name,
  color,
  comment: '',
  marked_range: range(at, 0, rate),
});

/** An effect that plays faster (above 1) or slower. */
export const warp = (speed: number): Otio => ({
  OTIO_SCHEMA: 'LinearTimeWarp.1',
  metadata: {},
  name: 'Speed',
  effect_name: 'LinearTimeWarp',
  time_scalar: speed,
});

/** A whole timeline. */
export const timeline = (name: string, tracks: Otio, metadata: object): Otio => ({
  OTIO_SCHEMA: 'Timeline.1',
  metadata,
  name,
  global_start_time: null,
  tracks,
});
