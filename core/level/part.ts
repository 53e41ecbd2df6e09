import { laidSpans } from '../show/spans';
import type { Lane, Part } from '../show/types';
import { heardOf } from '../show/speed';
import { RATE, framesOf, gainOfLevel, type Frames } from '../units';
import { EDGE, envelopeOf, rampOf, type Envelope, type Hush, type LaneLevel, type PinAt } from './envelope';
import { bounds, type PartJoins } from './joins';

/**
 * The level of a part over its own time; what the river draws and what the mixer multiplies by. Where it crosses with
 * another part the crossing takes the place of the fade at that end. `dips` lie on top, frames from the part's start. Without a lane it is
 * the part's alone, as the mixer has it, which applies the lane to all that sounds on it.
 */
export function partEnvelope(
  part: Part,
  lane: LaneOfPart | null,
  sourceSeconds: number,
  joins: PartJoins = {},
  dips: readonly PinAt[] = [],
): Envelope {
  const start = framesOf(part.at);
  const { end } = bounds(part);
  const none = { frames: 0, bend: 0 };
  const up = rampOf(part.fadeUp, RATE);
  const out = rampOf(part.fadeOut, RATE);
  const cutIn = part.spans[0]!.from > 0 ? EDGE : 0;
  const cutOut = part.spans.at(-1)!.to < sourceSeconds - 1 / RATE ? EDGE : 0;
  return envelopeOf(
    end - start,
    part.gain,
    joins.into ? none : up.frames >= cutIn ? up : { frames: cutIn, bend: 0 },
    joins.out ? none : out.frames >= cutOut ? out : { frames: cutOut, bend: 0 },
    hushesOf(part, sourceSeconds),
    part.pins.map(({ at, gain }) => ({ at: framesOf(at), gain })),
    dips,
    lane ? laneLevel(lane, start) : undefined,
  );
}

/** What of a lane changes the level of its parts. */
export type LaneOfPart = Pick<Lane, 'gain' | 'pins'>;

/** The level of a lane, frames counted from `start` of the show. */
export function laneLevel({ gain, pins = [] }: LaneOfPart, start: Frames = 0): LaneLevel {
  return { gain: gainOfLevel(gain), ride: pins.map((pin) => ({ at: framesOf(pin.at) - start, gain: pin.gain })) };
}

/** The silent stretches of the source wherever the part plays them, in frames from its start. */
function hushesOf(part: Part, sourceSeconds: number): Hush[] {
  const hushes: Hush[] = [];
  if (part.quiet.length === 0) return hushes;
  const start = framesOf(part.at);
  const heard = heardOf(part, sourceSeconds);
  const quiet = part.quiet.map(({ from, to }) => [heard(from), heard(to)] as const);
  for (const { span, start: position } of laidSpans(part.spans, part.at)) {
    for (const ends of quiet) {
      const low = Math.max(Math.min(...ends), span.from);
      const high = Math.min(Math.max(...ends), span.to);
      if (high > low) {
        hushes.push({ from: framesOf(position + low - span.from) - start, to: framesOf(position + high - span.from) - start });
      }
    }
  }
  return hushes;
}
