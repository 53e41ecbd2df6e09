import { filmAt } from './placement';
import { soundSeconds } from './speed';
import type { Show } from './types';

/** Half a millisecond of grace: lengths are whole frames of the converted sound, typed times are decimals. */
const GRACE = 5e-4;

/** Lists whose names were found to lead somewhere, with the media that they led to. An edit of a part leaves the pictures as they are. */
const led = new WeakMap<object, object>();

/** Media that are filed wrongly, and layers that lead nowhere. */
function mediaFault(media: Show['media']): string | null {
  if (led.has(media)) return null;
  for (const [key, one] of Object.entries(media)) if (one.id !== key) return `media ${key} is filed as ${one.id}`;
  for (const one of Object.values(media)) {
    for (const layer of one.layers ?? []) {
      const source = media[layer.media];
      if (!source || source.channels === 0 || source.layers) return `piece ${one.id} names no layer`;
      if (Math.abs(source.seconds - one.seconds) > GRACE) return `piece ${one.id} has a layer of another length`;
    }
  }
  if (Object.isFrozen(media)) led.set(media, media);
  return null;
}

/** Pictures without their media. */
function pictureFault({ pictures, media }: Show): string | null {
  if (led.get(pictures) === media) return null;
  for (const one of pictures) {
    if (one.kind === 'card') continue;
    const source = media[one.media];
    if (source?.kind !== one.kind) return `picture ${one.id} names no ${one.kind}`;
    if (one.kind === 'clip' && filmAt(one, one.hold) > source.seconds + GRACE) return `picture ${one.id} runs past its clip's end`;
  }
  if (Object.isFrozen(pictures)) led.set(pictures, media);
  return null;
}

/** Names that lead nowhere: a part on no lane, a picture or part without its media. Null when all lead somewhere. */
export function danglingName(value: Show): string | null {
  const kinds = new Map(value.lanes.map((one) => [one.id, one.kind]));
  if (!value.lanes.some((one) => one.kind === 'own')) return 'there is no lane for the sound of clips';
  const fault = mediaFault(value.media) ?? pictureFault(value);
  if (fault !== null) return fault;
  for (const one of value.parts) {
    if (!kinds.has(one.lane)) return `part ${one.id} names no lane`;
    if (kinds.get(one.lane) !== one.kind) return `part ${one.id} lies on a lane of another kind`;
    for (const take of [one, ...(one.takes ?? [])]) {
      const source = value.media[take.media];
      if (!source || source.channels === 0) return `part ${one.id} names no sound`;
      if (take.spans.some((each) => each.to > soundSeconds(value, take) + GRACE)) return `part ${one.id} plays past its sound's end`;
    }
  }
  for (const one of value.lines) if (!kinds.has(one.lane)) return `line ${one.id} names no lane`;
  return null;
}
