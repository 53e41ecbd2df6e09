import { sayGain, sayTime, t } from '../../words';
import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { partSeconds, type Part } from '../../core/show';
import { useOpenShow } from '../../session/open/store';
import { movePinsBy, tapPin, usePinning } from '../../session/voice/pinning';
import type { Column } from './columns';
import { TARGET } from './Handle';
import { bankShare } from './river';

/** dB that a pin moves for a pixel outward. */
const PER_PIXEL = 0.15;
/** A finger that moves less than this meant a tap, pixels. */
const STRAY = 5;

/** Gain at which a pin lies on the bank, dB, before pins. */
type LevelAt = (moment: number) => number;

interface Props {
  readonly part: Part;
  /** The part before the gesture under way. */
  readonly base: Part;
  readonly column: Column;
  readonly pixelsPerSecond: number;
  /** The level that is heard at a moment of the part, amplitude. */
  readonly levelAt: LevelAt;
}

/** The pins of a part: small knobs on the right bank. Drawn toward the middle they lower, outward they raise, along the time they move. */
export function Pins({ part, base, column, pixelsPerSecond, levelAt }: Props) {
  const chosen = usePinning(({ pinning }) => (pinning?.part === part.id ? pinning.chosen : null));
  if (!chosen) return null;
  return part.pins.map((pin, index) => {
    const share = bankShare(levelAt(Math.min(pin.at, Math.max(0, partSeconds(part) - 0.001))));
    const x = column.x + column.width / 2 + share * (column.width / 2 - 3);
    return (
      <PinKnob
        key={index}
        part={part}
        base={base}
        index={index}
        chosen={chosen.includes(index)}
        x={x}
        y={(part.at + pin.at) * pixelsPerSecond}
        pixelsPerSecond={pixelsPerSecond}
      />
    );
  });
}

interface KnobProps {
  readonly part: Part;
  readonly base: Part;
  readonly index: number;
  readonly chosen: boolean;
  readonly x: number;
  readonly y: number;
  readonly pixelsPerSecond: number;
}

function PinKnob({ part, base, index, chosen, x, y, pixelsPerSecond }: KnobProps) {
  const from = useRef<{ x: number; y: number; moved: boolean } | null>(null);
  const pin = part.pins[index]!;
  const { endPreview } = useOpenShow.getState();
  const by = (event: PointerEvent) => ({
    time: (event.clientY - from.current!.y) / pixelsPerSecond,
    gain: (event.clientX - from.current!.x) * PER_PIXEL,
  });
  const press = (event: KeyboardEvent) => {
    const step = event.shiftKey ? 10 : event.altKey ? 0.1 : 1;
    const moves: Readonly<Record<string, readonly [number, number]>> = {
      ArrowUp: [-0.1 * step, 0],
      ArrowDown: [0.1 * step, 0],
      ArrowLeft: [0, -0.5 * step],
      ArrowRight: [0, 0.5 * step],
    };
    const move = moves[event.key];
    if (move) movePinsBy(part, index, move[0], move[1], false);
    else if (event.key === 'Enter' || event.key === ' ') tapPin(part.id, index, event.ctrlKey || event.metaKey || event.shiftKey);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <div
      role="slider"
      tabIndex={0}
      aria-label={t('sheet.pin', { number: index + 1 })}
      aria-valuenow={Number(pin.gain.toFixed(2))}
      aria-valuetext={t(chosen ? 'sheet.pinChosen' : 'sheet.pinAt', { gain: sayGain(pin.gain), at: sayTime(part.at + pin.at) })}
      data-testid={`pin ${index + 1}`}
      onPointerDown={(event) => {
        if (event.button !== 0 || !event.isPrimary) return;
        event.currentTarget.setPointerCapture(event.pointerId);
        from.current = { x: event.clientX, y: event.clientY, moved: false };
      }}
      onPointerMove={(event) => {
        const start = from.current;
        if (!start) return;
        if (Math.hypot(event.clientX - start.x, event.clientY - start.y) > STRAY) start.moved = true;
        if (start.moved) movePinsBy(base, index, by(event).time, by(event).gain, true);
      }}
      onPointerUp={(event) => {
        const start = from.current;
        if (start?.moved) movePinsBy(base, index, by(event).time, by(event).gain, false);
        else if (start) tapPin(part.id, index, event.ctrlKey || event.metaKey || event.shiftKey);
        from.current = null;
      }}
      onPointerCancel={() => {
        from.current = null;
        endPreview();
      }}
      onKeyDown={press}
      className="absolute flex items-center justify-center"
      style={{ left: x - TARGET / 2, top: y - TARGET / 2, width: TARGET, height: TARGET, zIndex: 6, touchAction: 'none', cursor: 'move' }}
    >
      <div className={`h-4 w-4 rounded-full border-[3px] border-rain ${chosen ? 'bg-rain' : 'bg-card'}`} />
    </div>
  );
}
