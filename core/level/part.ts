import { laidSpans } from '../show/spans';
import type { Lane, Part } from '../show/types';
import { RATE, framesOf } from '../units';
import { EDGE, envelopeOf, rampOf, type Envelope, type Hush, type PinAt } from './envelope';
import { bounds, type PartJoins } from './joins';

/**
 * The level of a part over its own time; what the river draws and what the mixer multiplies by. Where it crosses with
 * another part the crossing takes the place of the fade at that end. `dips` lie on top, frames from the part's start.
 */
export function partEnvelope(
  part: Part,
  lane: Pick<Lane, 'gain'>,
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
    part.gain + lane.gain,
    joins.into ? none : up.frames >= cutIn ? up : { frames: cutIn, bend: 0 },
    joins.out ? none : out.frames >= cutOut ? out : { frames: cutOut, bend: 0 },
    hushesOf(part),
    part.pins.map(({ at, gain }) => ({ at: framesOf(at), gain })),
    dips,
  );
}

/** The silent stretches of the source wherever the part plays them, in frames from its start. */
function hushesOf(part: Part): Hush[] {
  const hushes: Hush[] = [];
  if (part.quiet.length === 0) return hushes;
  const start = framesOf(part.at);
  for (const { span, start: position } of laidSpans(part.spans, part.at)) {
    for (const { from, to } of part.quiet) {
      const low = Math.max(from, span.from);
      const high = Math.min(to, span.to);
      if (high > low) {
        hushes.push({ from: framesOf(position + low - span.from) - start, to: framesOf(position + high - span.from) - start });
      }
    }
  }
  return hushes;
}
