import type { Heard } from '../core/level';
import type { Hearing } from '../core/music';
import { POWER_STEP, THIRDS, THIRDS_STEP, profileOf, type Profile } from '../core/speech';
import { FIRST_LANES, type Media, type Part, type Show, type VoicePart } from '../core/show';
import { newPart } from '../core/show/edits';
import type { PcmSource } from '../core/sound';
import { soundMedia } from './shows';

/** What listening would say of a sound of so many seconds: speech where it is given, and the same power throughout. */
export function profile(seconds: number, speech: readonly (readonly [from: number, to: number])[], power = 0.01): Profile {
  return {
    speech: speech.map(([from, to]) => ({ from, to })),
    power: new Float32Array(Math.ceil(seconds / POWER_STEP)).fill(power),
    thirds: new Float32Array(Math.ceil(seconds / THIRDS_STEP) * THIRDS).fill(power),
  };
}

/** A narration: its media has number `number`. */
export function narration(number: number, seconds: number, at: number, change: Partial<VoicePart> = {}): { media: Media; part: Part } {
  const media = { ...soundMedia(number, seconds), channels: 1 };
  return { media, part: { ...newPart(`say-${number}`, FIRST_LANES.voice, media), at, ...change } };
}

export function withNarrations(show: Show, ...narrations: readonly { media: Media; part: Part }[]): Show {
  const media = Object.fromEntries(narrations.map((one) => [one.media.id, one.media]));
  return { ...show, media: { ...show.media, ...media }, parts: [...show.parts, ...narrations.map((one) => one.part)] };
}

/** Listens to sounds. */
export function heardOf(sources: ReadonlyMap<string, PcmSource>): Heard {
  return new Map([...sources].map(([id, source]) => [id, profileOf(source)]));
}

/** What hearing would say of a piece with a steady beat from its start; only what lies on beats and bars. */
export function beatsHeard(seconds: number, tempo: number, perBar: number): Hearing {
  const moments = Array.from({ length: Math.floor((seconds * tempo) / 60) }, (_, i) => (i * 60) / tempo);
  return { steady: true, moments, perBar, phase: 0 } as unknown as Hearing;
}
