import { LIMITS, pinLevel, showSeconds, type Lane, type Pin } from '../../core/show';
import { rideLane, setLane, setMasterGain } from '../../core/show/edits';
import { clamp } from '../../core/units';
import { t } from '../../words';
import { sayGain, sayLane, signed } from '../../words';
import { perSession, sessionStore } from '../open/session';
import { currentShow, useOpenShow } from '../open/store';
import { useTransport } from '../sound/transport';

/** Whether what a thumb does with a lane's gate while the show plays is written down as pins of that lane. */
export const useRiding = sessionStore<{ readonly riding: boolean }>(() => ({ riding: false }));

/** What the hand has done so far with the gate of a lane, while it rides. */
const hand = perSession(() => ({ trail: null as { readonly lane: string; readonly pins: Pin[] } | null }));

/** A hand that rests is written down as resting: after so long a move begins from where it rested, not from where it was last seen moving (seconds). */
const RESTED = 0.06;

const rides = () => useRiding.getState().riding && useTransport.getState().playing.kind === 'show';

const laneNamed = (id: string): Lane | undefined => currentShow()?.lanes.find((one) => one.id === id);

/** Where the gate of a lane stands at a moment: its level, and what was ridden there. */
export function gateAt(lane: Lane, moment: number): number {
  return clamp(lane.gain + pinLevel(lane.pins ?? [], moment), LIMITS.gain.least, LIMITS.lane.most);
}

/** The gate of a lane moves to a level, dB: heard at once, kept when it is let go. */
export function moveGate(id: string, gain: number): void {
  const show = currentShow();
  const lane = laneNamed(id);
  if (!show || !lane) return;
  const { tryOut } = useOpenShow.getState();
  const own = hand();
  if (!rides()) {
    own.trail = null;
    tryOut(setLane, { id, change: { gain } }, true);
    return;
  }
  const at = useTransport.getState().now;
  const pins = own.trail?.lane === id ? own.trail.pins : [];
  const last = pins.at(-1);
  const next = { at, gain: gain - lane.gain };
  if (last && at - last.at > RESTED) pins.push({ at: at - RESTED / 2, gain: last.gain });
  if (last && at <= last.at) pins.pop();
  pins.push(next);
  own.trail = { lane: id, pins };
  // As long as the hand is there the level stays where it is.
  tryOut(rideLane, { id, trail: [...pins, { at: Math.max(at, showSeconds(show)), gain: next.gain }] }, true);
}

/** The gate is let go: its level is the lane's, or what was ridden becomes pins of the lane. One undo step. */
export function letGateGo(id: string, gain: number): void {
  const { edit } = useOpenShow.getState();
  const { trail } = hand();
  hand().trail = null;
  if (trail?.lane !== id) {
    edit(setLane, { id, change: { gain } });
    return;
  }
  const { now } = useTransport.getState();
  const last = trail.pins.at(-1)!;
  const pins = now > last.at ? [...trail.pins, { at: now, gain: last.gain }] : trail.pins;
  edit(rideLane, { id, trail: pins });
}

/** The gesture became something else: all is as before it. */
export function dropGate(): void {
  hand().trail = null;
  useOpenShow.getState().endPreview();
}

/** Brings a value of a lane back to where it starts, and says what it was. */
export function bringBack(id: string, what: 'gain' | 'pan'): void {
  const lane = laneNamed(id);
  if (!lane || lane[what] === 0) return;
  const { edit, notify } = useOpenShow.getState();
  edit(setLane, { id, change: { [what]: 0 } });
  const was = what === 'gain' ? sayGain(lane.gain) : sayPan(lane.pan);
  notify({ kind: 'words', text: t(what === 'gain' ? 'balance.levelBack' : 'balance.panBack', { lane: sayLane(lane), was }) });
}

/** The same of the whole. */
export function bringWholeBack(): void {
  const show = currentShow();
  if (!show || show.master.gain === 0) return;
  const { edit, notify } = useOpenShow.getState();
  edit(setMasterGain, { gain: 0 });
  notify({ kind: 'words', text: t('balance.wholeBack', { was: sayGain(show.master.gain) }) });
}

/** Where a lane stands between left and right, in words. */
export function sayPan(pan: number): string {
  const share = Math.round(Math.abs(pan) * 100);
  if (share === 0) return t('balance.middle');
  return t(pan < 0 ? 'balance.left' : 'balance.right', { share });
}

/** A level as the gate shows it. */
export const sayGate = (gain: number): string => (gain <= LIMITS.gain.least ? sayGain(gain) : `${signed(gain, 1)} dB`);
