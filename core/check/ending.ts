import { AGREE, LIMITS, heardMoment, partEnd, partsOn, showSeconds, type MediaId, type Part, type Show } from '../show';
import type { Sounding } from '../sound';
import type { Seconds } from '../units';

/** How the bed ends. */
export type BedEnd =
  /** The piece ends by itself, as it was played. */
  | { readonly kind: 'ending' }
  /** It fades, and so much of the fade is heard, seconds. */
  | { readonly kind: 'fade'; readonly heard: Seconds }
  /** Its fade lies in the silence at the piece's end: it does nothing. */
  | { readonly kind: 'silent-fade'; readonly seconds: Seconds }
  /** It stops in the middle of its sound. */
  | { readonly kind: 'cut' }
  /** It runs over the pictures' end and is cut off there. */
  | { readonly kind: 'over'; readonly seconds: Seconds };

/** Where each sound is not silent; null for one that is silent throughout. */
export type Soundings = ReadonlyMap<MediaId, Sounding | null>;

/** A piece that is played to within this of its last sound ends by itself. */
const NEAR_END: Seconds = 0.1;

/** The part that ends last on the bed, and how it ends; null where there is no bed. */
export function bedEnd(show: Show, soundings: Soundings): { readonly part: Part; readonly at: Seconds; readonly end: BedEnd } | null {
  const part = [...partsOn(show, 'bed')]
    .filter((one) => !one.mute)
    .sort((a, b) => partEnd(a) - partEnd(b))
    .at(-1);
  if (!part) return null;
  const at = partEnd(part);
  const over = at - showSeconds(show);
  if (over > AGREE) return { part, at: showSeconds(show), end: { kind: 'over', seconds: over } };
  const last = part.spans.at(-1)!;
  const sounding = soundings.get(part.media);
  const soundsTo = sounding ? heardMoment(show, part, sounding.to) : last.to;
  const silence = Math.max(0, last.to - soundsTo);
  const fade = part.fadeOut.seconds;
  const heard = fade - silence;
  const whole = last.to >= soundsTo - NEAR_END;
  if (fade >= LIMITS.fade.told) {
    if (heard >= Math.min(LIMITS.fade.told, fade / 2)) return { part, at, end: { kind: 'fade', heard } };
    return { part, at, end: { kind: 'silent-fade', seconds: fade } };
  }
  return { part, at, end: whole ? { kind: 'ending' } : { kind: 'cut' } };
}
