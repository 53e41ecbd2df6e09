import type { Stretch } from '../show';
import type { Loudness } from '../sound';

/** Quieter than this nothing is heard (LUFS), and shorter than this nobody misses anything (seconds): common practice. */
const SILENT = -60;
const SHORTEST = 1;
/** Momentary loudness: windows of 0.4 s, every 0.1 s. */
const [WINDOW, STEP] = [0.4, 0.1];

/** Stretches of the mixed show in which nothing is heard, seconds. */
export function gapsOf({ momentary }: Pick<Loudness, 'momentary'>): Stretch[] {
  const gaps: Stretch[] = [];
  let from = -1;
  for (let i = 0; i <= momentary.length; i += 1) {
    const silent = i < momentary.length && momentary[i]! < SILENT;
    if (silent && from < 0) from = i;
    if (silent || from < 0) continue;
    const gap = { from: from * STEP, to: (i - 1) * STEP + WINDOW };
    if (gap.to - gap.from >= SHORTEST) gaps.push(gap);
    from = -1;
  }
  return gaps;
}
