import { Mixer, planShow, soundKeysOf, type Plan } from '../core/mix';
import type { Show } from '../core/show';
import { NOTHING_HEARD, type Heard } from '../core/level';
import type { PcmSource } from '../core/sound';
import { soundFor } from '../core/treat';

/** The sounds that a plan names, out of stored ones: those that are given under their name, the others made by their recipe. */
export function soundsFor(plan: Plan, stored: ReadonlyMap<string, PcmSource>): Map<string, PcmSource> {
  return new Map([...soundKeysOf(plan.parts)].map((key) => [key, stored.get(key) ?? soundFor(key, (media) => stored.get(media)!)]));
}

/** The whole sound of a plan, interleaved. */
export function renderPlan(plan: Plan, stored: ReadonlyMap<string, PcmSource>): Float32Array {
  const out = new Float32Array(plan.frames * 2);
  new Mixer(plan, soundsFor(plan, stored)).render(0, plan.frames, out);
  return out;
}

/** The whole sound of a show, interleaved, rendered in blocks of the given sizes in turn. */
export function renderShow(
  show: Show,
  sources: ReadonlyMap<string, PcmSource>,
  blocks: readonly number[] = [65_536],
  heard: Heard = NOTHING_HEARD,
): Float32Array {
  const plan = planShow(show, heard);
  const mixer = new Mixer(plan, soundsFor(plan, sources));
  const out = new Float32Array(plan.frames * 2);
  for (let first = 0, turn = 0; first < plan.frames; turn += 1) {
    const count = Math.min(blocks[turn % blocks.length]!, plan.frames - first);
    const block = new Float32Array(count * 2);
    mixer.render(first, count, block);
    out.set(block, first * 2);
    first += count;
  }
  return out;
}
