import { eachSession, sessionStore } from '../open/session';
import { LIMITS, pinLevel, type Part } from '../../core/show';
import { removePins, setPins, shiftSomePins } from '../../core/show/edits';
import { clamp } from '../../core/units';
import { useOpenShow } from '../open/store';
import { useTransport } from '../sound/transport';
import { partHere } from './narrations';

/** The pins that are worked on: those of one part are shown, and some of them chosen. Null while none are shown. */
export interface Pinning {
  readonly part: string;
  readonly chosen: readonly number[];
}

export const usePinning = sessionStore<{ readonly pinning: Pinning | null }>(() => ({ pinning: null }));

/** Shows the pins of a part, none of them chosen. */
export function showPins(part: string): void {
  const { pinning } = usePinning.getState();
  if (pinning?.part !== part) usePinning.setState({ pinning: { part, chosen: [] } });
}

/** Shows no pins any more. */
export function hidePins(): void {
  if (usePinning.getState().pinning) usePinning.setState({ pinning: null });
}

/** Chooses pins of a part, by their places in its list. */
export const choosePins = (part: string, chosen: readonly number[]) => usePinning.setState({ pinning: { part, chosen } });

/** A tap chooses a pin alone; with `add`, or where several are chosen by taps, it adds it or takes it out. */
export function tapPin(part: string, index: number, add: boolean): void {
  const chosen = usePinning.getState().pinning?.chosen ?? [];
  const several = add || useOpenShow.getState().several;
  if (!several) choosePins(part, [index]);
  else choosePins(part, chosen.includes(index) ? chosen.filter((one) => one !== index) : [...chosen, index]);
}

/** Adds a pin at the now line, at the level that is there: nothing changes until it is moved. */
export function pinHere(): void {
  const part = partHere();
  if (!part) return;
  const at = clamp(useTransport.getState().now - part.at, 0, LIMITS.showSeconds);
  const pin = { at, gain: pinLevel(part.pins, at) };
  useOpenShow.getState().edit(setPins, { id: part.id, pins: [...part.pins, pin], name: 'edit.addAPin' });
  useOpenShow.getState().choose({ kind: 'parts', ids: [part.id] });
  choosePins(part.id, [part.pins.filter((one) => one.at <= at).length]);
}

/** Moves the chosen pins, or the one that was taken hold of, in time and level; only tried out while a finger moves. */
export function movePinsBy(part: Part, index: number, by: number, gain: number, trying: boolean): void {
  const chosen = usePinning.getState().pinning?.chosen ?? [];
  const which = chosen.includes(index) ? chosen : [index];
  const { edit, tryOut } = useOpenShow.getState();
  // Pins do not pass their neighbours while they are dragged: the order, and so the choice, stays what it is.
  const moving = new Set(which);
  let [least, most] = [-Infinity, Infinity];
  for (const one of which) {
    const pin = part.pins[one]!;
    const [left, right] = [part.pins[one - 1], part.pins[one + 1]];
    least = Math.max(least, (left && !moving.has(one - 1) ? left.at + 0.001 : moving.has(one - 1) ? -Infinity : 0) - pin.at);
    if (right && !moving.has(one + 1)) most = Math.min(most, right.at - 0.001 - pin.at);
  }
  (trying ? tryOut : edit)(shiftSomePins, { id: part.id, which, by: clamp(by, least, Math.max(least, most)), gain });
}

/** Takes the chosen pins away. */
export function removeChosenPins(part: string): void {
  const chosen = usePinning.getState().pinning?.chosen ?? [];
  if (chosen.length === 0) return;
  useOpenShow.getState().edit(removePins, { id: part, which: chosen });
  choosePins(part, []);
}

// Pins are about the part that is chosen: they go with it.
eachSession((session) => {
  session.onEnd(
    useOpenShow.subscribe(({ chosen }, before) => {
      if (chosen === before.chosen) return;
      const { pinning } = usePinning.getState();
      if (pinning && !(chosen?.kind === 'parts' && chosen.ids.includes(pinning.part))) hidePins();
    }),
  );
});
