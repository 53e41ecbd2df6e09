import { LIMITS, type Lane, type Pin } from '../../core/show';
import { setLanePins } from '../../core/show/edits';
import { clamp } from '../../core/units';
import { sessionStore } from '../open/session';
import { currentShow, useOpenShow } from '../open/store';

/** The pin of the open lane that is worked on, by its place in the lane's list. */
export const useLanePin = sessionStore<{ readonly open: number | null }>(() => ({ open: null }));

export const openLanePin = (open: number | null): void => useLanePin.setState({ open });

/** Pins do not pass each other while they are drawn: the order stays what it is. */
const APART = 0.001;

/** Moves a pin of a lane by seconds and dB, between its neighbours; only tried out while a finger moves. */
export function shiftLanePin(lane: Lane, index: number, by: number, gain: number, trying: boolean): void {
  const pins = lane.pins ?? [];
  const pin = pins[index];
  if (!pin) return;
  const least = (pins[index - 1]?.at ?? -APART) + APART;
  const most = (pins[index + 1]?.at ?? LIMITS.showSeconds + APART) - APART;
  const moved: Pin = {
    at: clamp(pin.at + by, least, Math.max(least, most)),
    gain: clamp(pin.gain + gain, LIMITS.pin.least, LIMITS.pin.most),
  };
  const { edit, tryOut } = useOpenShow.getState();
  (trying ? tryOut : edit)(setLanePins, { id: lane.id, pins: pins.map((one) => (one === pin ? moved : one)) });
}

/** Gives the pin that is worked on another moment or level; typed, it may pass the others. */
export function changeLanePin(lane: Lane, index: number, change: Partial<Pin>): void {
  const pin = lane.pins?.[index];
  if (!pin) return;
  const next = { ...pin, ...change };
  useOpenShow.getState().edit(setLanePins, { id: lane.id, pins: (lane.pins ?? []).map((one) => (one === pin ? next : one)) });
  const after = currentShow()?.lanes.find(({ id }) => id === lane.id)?.pins ?? [];
  openLanePin(after.findIndex(({ at, gain }) => at === next.at && gain === next.gain));
}
