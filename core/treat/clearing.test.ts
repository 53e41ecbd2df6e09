import { tones } from '../../tests/tones';
import { memorySource } from '../sound';
import { RATE } from '../units';
import { FRAME, clearing, type Denoiser } from './clearing';

/** A network that changes nothing: what it gives back is two frames late, as the real one's is. */
function idle(): Denoiser & { ended: boolean } {
  const late = [new Float32Array(FRAME), new Float32Array(FRAME)];
  return {
    ended: false,
    processFrame(frame) {
      late.push(frame.slice());
      frame.set(late.shift()!);
      return 0;
    },
    destroy() {
      this.ended = true;
    },
  };
}

it('gives a sound back in step and as long as it was, block beside block, and ends its networks', () => {
  for (const seconds of [0.3, 1, 3.37]) {
    const sound = tones([[-10, seconds]], 5000);
    const made: ReturnType<typeof idle>[] = [];
    const blocks: Float32Array[] = [];
    let share = 0;
    for (const one of clearing(memorySource(sound, 2), () => made[made.push(idle()) - 1]!)) {
      expect(one.share).toBeGreaterThan(share);
      ({ share } = one);
      blocks.push(one.block.slice());
    }
    const out = blocks.flatMap((block) => [...block]);
    expect([out.length, share]).toEqual([sound.length, 1]);
    // The filter that is run backwards takes nothing of what lies far above it; the very end knows of nothing behind it.
    const within = out.slice(0, Math.max(0, out.length - RATE / 5)).every((value, i) => Math.abs(value - sound[i]!) < 0.01);
    expect(within).toBe(true);
    expect(made.map(({ ended }) => ended)).toEqual([true, true]);
  }
});
