import { phrase } from '../../phrase';
import { clamp, type Decibels, type Seconds } from '../../units';
import { LIMITS } from '../limits';
import { FIRST_PART_DIP } from '../newShow';
import { partSeconds } from '../placement';
import type { Pin } from '../types';
import type { Stretch } from '../fitTypes';
import type { Depth, DipRules, PartDip } from '../dipTypes';
import { defineEdit, find } from './edit';
import { narrationOf } from './voice';

const boundDepth = (depth: Depth): Depth =>
  depth.by === 'fixed'
    ? { by: 'fixed', gain: clamp(depth.gain, LIMITS.dip.least, 0) }
    : depth.by === 'clear'
      ? { by: 'clear', margin: clamp(depth.margin, 0, LIMITS.dip.margin) }
      : { by: 'thin', share: clamp(depth.share, LIMITS.thin.least, LIMITS.thin.most) };

const slope = (seconds: Seconds) => clamp(seconds, 0, LIMITS.dip.slope);

/** How the show makes room for speech. */
export const setDips = defineEdit<{ change: Partial<DipRules> }>('edit.changeTheDips', (show, { change }) => {
  const next = { ...show.dips, ...change };
  show.dips = {
    depth: boundDepth(next.depth),
    ...(next.band ? { band: clamp(next.band, 0, 1) } : {}),
    ...(next.thin ? { thin: { down: slope(next.thin.down), up: slope(next.thin.up) } } : {}),
    down: slope(next.down),
    up: slope(next.up),
    lead: clamp(next.lead, 0, LIMITS.dip.lead),
    bridge: clamp(next.bridge, 0, LIMITS.dip.bridge),
    bed: next.bed,
    own: next.own,
    spot: next.spot,
    hearsClips: next.hearsClips,
    raise: next.raise && {
      gain: clamp(next.raise.gain, 0, LIMITS.dip.raise),
      after: clamp(next.raise.after, 0, LIMITS.dip.after),
    },
  };
});

/** What narrations ask of the bed: deeper, shallower, nothing, slopes of their own. Null: what every one starts with. */
export const setPartDip = defineEdit<{ ids: readonly string[]; change: Partial<PartDip> | null }>(
  ({ change }) => (change?.on === false ? 'edit.noDip' : 'edit.changeADip'),
  (show, { ids, change }) => {
    for (const id of ids) {
      const part = narrationOf(show, id);
      if (!part) continue;
      if (change === null) {
        if (part.dip) part.dip = undefined;
        continue;
      }
      const next: PartDip = { ...FIRST_PART_DIP, ...part.dip, ...change };
      part.dip = {
        on: next.on,
        by: clamp(next.by, -LIMITS.dip.by, LIMITS.dip.by),
        ...(next.down === undefined ? {} : { down: slope(next.down) }),
        ...(next.up === undefined ? {} : { up: slope(next.up) }),
      };
    }
  },
);

/** A pin between the ends of its part, within the levels that there are. */
export const boundPin = ({ at, gain }: Pin, length: Seconds): Pin => ({
  at: clamp(at, 0, length),
  gain: clamp(gain, LIMITS.pin.least, LIMITS.pin.most),
});

/** Sets all pins of a part, in whatever order they come; two of one moment stay in their order. */
export const setPins = defineEdit<{ id: string; pins: readonly Pin[]; name?: string }>(
  ({ name }) => name ?? 'edit.setPins',
  (show, { id, pins }) => {
    const part = find(show.parts, id, 'part');
    const length = partSeconds(part);
    part.pins = pins
      .slice(0, LIMITS.pin.count)
      .map((pin) => boundPin(pin, length))
      .sort((a, b) => a.at - b.at);
  },
);

/** Shifts some pins of a part together, in time and level. They stay between the ends of the part. */
export const shiftSomePins = defineEdit<{ id: string; which: readonly number[]; by: Seconds; gain: Decibels }>(
  ({ which }) => phrase('edit.movePins', { count: which.length }),
  (show, { id, which, by, gain }) => {
    const part = find(show.parts, id, 'part');
    const length = partSeconds(part);
    const chosen = new Set(which);
    part.pins = part.pins
      .map((pin, index) =>
        chosen.has(index) ? boundPin({ at: pin.at + by, gain: pin.gain + gain }, length) : { at: pin.at, gain: pin.gain },
      )
      .sort((a, b) => a.at - b.at);
  },
);

/** Takes pins off a part, by their places in the list. */
export const removePins = defineEdit<{ id: string; which: readonly number[] }>(
  ({ which }) => phrase('edit.removePins', { count: which.length }),
  (show, { id, which }) => {
    const part = find(show.parts, id, 'part');
    const gone = new Set(which);
    part.pins = part.pins.filter((_, index) => !gone.has(index));
  },
);

/** Takes what the dips make of a part over as its pins: from then on they are set by hand. */
export const dipsToPins = defineEdit<{ id: string; pins: readonly Pin[] }>('edit.takeTheDipsOverAsPins', (show, { id, pins }) => {
  const part = find(show.parts, id, 'part');
  if (part.undipped) return;
  part.undipped = part.pins;
  const length = partSeconds(part);
  part.pins = pins.slice(0, LIMITS.pin.count).map((pin) => boundPin(pin, length));
});

/** Gives a part back to the dips, with the pins that it had before. */
export const pinsToDips = defineEdit<{ id: string }>('edit.backToTheDips', (show, { id }) => {
  const part = find(show.parts, id, 'part');
  if (!part.undipped) return;
  const length = partSeconds(part);
  part.pins = part.undipped.map((pin) => boundPin(pin, length));
  part.undipped = undefined;
});

/** What a person says of a sound: where somebody speaks in it, and where nobody does, seconds of the source. */
export const setTold = defineEdit<{ media: string; speech: readonly Stretch[]; none: readonly Stretch[] }>(
  'edit.putSpeechRight',
  (show, { media, speech, none }) => {
    const one = show.media[media];
    if (!one) throw new RangeError(`media ${media} is not in this show`);
    const within = (list: readonly Stretch[]) =>
      list
        .map(({ from, to }) => ({ from: clamp(from, 0, one.seconds), to: clamp(to, 0, one.seconds) }))
        .filter(({ from, to }) => to > from)
        .slice(0, LIMITS.voice.told);
    const told = { speech: within(speech), none: within(none) };
    one.told = told.speech.length + told.none.length > 0 ? told : undefined;
  },
);
