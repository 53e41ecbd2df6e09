import { decimal, t } from '../../words';
import { planShow } from '../../core/mix';
import { LIMITS, type Show } from '../../core/show';
import { setMaster } from '../../core/show/edits';
import { clamp } from '../../core/units';
import { heardFor } from '../sound/heard';
import { currentShow, report, useOpenShow } from '../open/store';
import { measurer } from '../workers';

/** Rounds of measuring: held peaks take a little loudness away, which the next round gives back. */
const ROUNDS = 4;
const NEAR = 0.05;

/** Brings the show to its aim: the level of the whole, and true peaks held under −1 dBTP where they would go above. One undo step. */
export async function bringThere(): Promise<void> {
  const show = currentShow();
  if (!show || show.aim === undefined) return;
  const { edit, notify } = useOpenShow.getState();
  try {
    const found = await levelFor(show, show.aim);
    if (currentShow() !== show) return;
    edit(setMaster, { gain: found.gain, ceiling: found.held ? LIMITS.ceiling.start : null });
    const by = t(found.gain < show.master.gain ? 'levels.quieter' : 'levels.louder', {
      by: decimal(Math.abs(found.gain - show.master.gain), 1),
    });
    const left = show.aim - found.integrated;
    const text =
      Math.abs(left) > 0.5
        ? t('finish.asFarAsItGoes', { by, left: decimal(Math.abs(left), 1) })
        : t(found.held ? 'finish.broughtThereHeld' : 'finish.broughtThere', { by, integrated: decimal(found.integrated, 1) });
    notify({ kind: 'words', text });
  } catch (error) {
    report(error);
  }
}

async function levelFor(show: Show, aim: number): Promise<{ gain: number; held: boolean; integrated: number }> {
  const heard = await heardFor(show);
  let { gain } = show.master;
  let held = false;
  let integrated = -Infinity;
  for (let round = 0; round < ROUNDS; round += 1) {
    const plan = planShow({ ...show, master: { gain, ...(held ? { ceiling: LIMITS.ceiling.start } : {}) } }, heard);
    const loudness = await measurer().call('measure', { plan, show: show.id });
    if (loudness.integrated === null) break;
    ({ integrated } = loudness);
    const next = clamp(gain + aim - integrated, LIMITS.gain.least, LIMITS.master.most);
    const over = !held && (loudness.truePeak ?? -Infinity) + next - gain > LIMITS.ceiling.start;
    if (Math.abs(next - gain) < NEAR && !over) break;
    if (over) held = true;
    gain = next;
  }
  return { gain, held, integrated };
}
