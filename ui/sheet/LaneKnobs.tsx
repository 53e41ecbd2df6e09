import { LIMITS, pinLevel, type Lane, type Show } from '../../core/show';
import { clamp, gainOfDecibels } from '../../core/units';
import { openLanePin, shiftLanePin, useLanePin } from '../../session/balance/lanePins';
import { sayGain, sayTime, t } from '../../words';
import type { Column } from './columns';
import { TARGET } from './Handle';
import { PinKnob } from './PinKnob';
import { bankShare } from './river';
import type { Viewport } from './useSheetScroll';

/** Pixels between two points of the line through the pins: straight in dB, it bends on the sheet. */
const STEP = 8;

interface Props {
  readonly lane: Lane;
  /** The show before the gesture under way. */
  readonly saved: Show;
  readonly column: Column;
  readonly view: Viewport;
}

/** Which of many pins a thumb finds: the one that is open, and from the top on those that have room. Closer up there are more. */
function withRoom(places: readonly number[], open: number | null): Set<number> {
  const kept = new Set<number>();
  const of = open === null ? undefined : places[open];
  let last = -Infinity;
  for (const [index, y] of places.entries()) {
    const free = y - last >= TARGET && (of === undefined || Math.abs(y - of) >= TARGET);
    if (index !== open && !free) continue;
    kept.add(index);
    last = y;
  }
  return kept;
}

/** What was ridden on the lane that is open: a line at its level from moment to moment, and its pins as knobs. */
export function LaneKnobs({ lane, saved, column, view }: Props) {
  const open = useLanePin((state) => state.open);
  const pins = lane.pins ?? [];
  const base = saved.lanes.find(({ id }) => id === lane.id) ?? lane;
  if (pins.length === 0) return null;
  const { pixelsPerSecond } = view;
  const levelX = (gain: number) => column.x + column.width / 2 + bankShare(gainOfDecibels(lane.gain + gain)) * (column.width / 2 - 3);
  const top = Math.max(0, view.top);
  const rows = Array.from({ length: Math.max(0, Math.ceil((view.bottom - top) / STEP)) + 1 }, (_, i) => top + i * STEP);
  const line = rows.map((y) => `${levelX(pinLevel(pins, y / pixelsPerSecond)).toFixed(1)},${(y - top).toFixed(0)}`).join(' ');
  const places = pins.map(({ at }) => at * pixelsPerSecond);
  // By where they lay before the gesture: none comes or goes while one is drawn.
  const knobs = withRoom(
    (base.pins ?? pins).map(({ at }) => at * pixelsPerSecond),
    open,
  );
  return (
    <>
      <svg
        aria-hidden
        width={column.x + column.width + 4}
        height={Math.max(0, view.bottom - top)}
        style={{ position: 'absolute', left: 0, top, pointerEvents: 'none', zIndex: 5, overflow: 'visible' }}
      >
        <polyline points={line} fill="none" className="stroke-ochre" strokeWidth={2} />
        {pins.map((pin, index) =>
          knobs.has(index) || places[index]! < top || places[index]! > view.bottom ? null : (
            <circle key={index} cx={levelX(pin.gain)} cy={places[index]! - top} r={3} className="fill-ochre" />
          ),
        )}
      </svg>
      {pins.map((pin, index) =>
        !knobs.has(index) || places[index]! < view.top - TARGET || places[index]! > view.bottom + TARGET ? null : (
          <PinKnob
            key={index}
            name={t('sheet.lanePin', { number: index + 1 })}
            testId={`lane pin ${index + 1}`}
            gain={pin.gain}
            said={t(open === index ? 'sheet.pinChosen' : 'sheet.pinAt', { gain: sayGain(pin.gain), at: sayTime(pin.at) })}
            chosen={open === index}
            tone="ochre"
            x={clamp(levelX(pin.gain), column.x + 4, column.x + column.width)}
            y={places[index]!}
            place={places[index]!}
            began={clamp((base.pins?.[index] ?? pin).at, 0, LIMITS.showSeconds)}
            without={[]}
            pixelsPerSecond={pixelsPerSecond}
            onShift={(seconds, gain, how) => {
              shiftLanePin(how === 'key' ? lane : base, index, seconds, gain, how === 'try');
              if (how !== 'try') openLanePin(index);
            }}
            onReset={() => shiftLanePin(lane, index, 0, -pin.gain, false)}
            onTap={() => openLanePin(open === index ? null : index)}
          />
        ),
      )}
    </>
  );
}
