import { letGo, snapBy } from '../../session/bed/snapping';
import { useOpenShow } from '../../session/open/store';
import { TARGET } from './Handle';
import { GRIP, useVerticalDrag } from './useVerticalDrag';

/** dB that a pin moves for a pixel outward. */
export const PER_PIXEL = 0.15;
/** Pixels that a key moves sideways, for a dB: half a dB at a press. */
export const BY_KEY = 8;
/** A finger that strays no further along the time than this moves across it only, pixels. */
const STRAIGHT = 8;

const TONES = {
  rain: { line: 'stroke-rain', dot: 'fill-rain', ring: 'border-rain', full: 'bg-rain' },
  ochre: { line: 'stroke-ochre', dot: 'fill-ochre', ring: 'border-ochre', full: 'bg-ochre' },
} as const;

interface Props {
  readonly name: string;
  readonly testId: string;
  /** dB. */
  readonly gain: number;
  readonly said: string;
  readonly chosen: boolean;
  readonly tone: keyof typeof TONES;
  readonly x: number;
  readonly y: number;
  /** Where the pin really lies, pixels down. */
  readonly place: number;
  /** The moment of the show at which it lay before the gesture. */
  readonly began: number;
  /** Parts that it does not snap to. */
  readonly without: readonly string[];
  readonly pixelsPerSecond: number;
  /** So many seconds later and dB louder: than before the gesture while a finger tries it and when it lets go, than now by a key. */
  readonly onShift: (seconds: number, gain: number, how: 'try' | 'drop' | 'key') => void;
  readonly onReset: () => void;
  readonly onTap: (add: boolean) => void;
}

/** A pin to take hold of: drawn toward the middle it lowers, outward it raises, along the time it moves. Moved aside, a line leads to its place. */
export function PinKnob(props: Props) {
  const { name, testId, gain, said, chosen, tone, x, y, place, began, without, pixelsPerSecond, onShift, onReset, onTap } = props;
  const { endPreview } = useOpenShow.getState();
  // A finger that only goes sideways means the level: the moment stays to the sample.
  const moved = (seconds: number) =>
    Math.abs(seconds) * pixelsPerSecond < STRAIGHT ? 0 : seconds + snapBy([began + seconds], without, pixelsPerSecond);
  const drag = useVerticalDrag({
    pixelsPerSecond,
    hold: GRIP,
    sideways: true,
    onMove: (seconds, right) => onShift(moved(seconds), right * PER_PIXEL, 'try'),
    onEnd: (seconds, exact, right) => {
      if (exact) onShift(seconds, right / BY_KEY, 'key');
      else onShift(moved(seconds), right * PER_PIXEL, 'drop');
      letGo();
    },
    onCancel: () => {
      letGo();
      endPreview();
    },
    onReset,
    onTap,
  });
  const { line, dot, ring, full } = TONES[tone];
  const top = Math.min(y, place);
  return (
    <>
      {Math.abs(y - place) > 2 ? (
        <svg
          aria-hidden
          style={{
            position: 'absolute',
            left: x - 12,
            top: top - 2,
            width: 14,
            height: Math.abs(y - place) + 4,
            pointerEvents: 'none',
            zIndex: 5,
          }}
        >
          <line x1={12} x2={2} y1={y - top + 2} y2={place - top + 2} className={line} strokeWidth={1.5} />
          <circle cx={2} cy={place - top + 2} r={2} className={dot} />
        </svg>
      ) : null}
      <div
        {...drag.props}
        role="slider"
        tabIndex={0}
        aria-label={name}
        aria-valuenow={Number(gain.toFixed(2))}
        aria-valuetext={said}
        data-testid={testId}
        className="absolute flex items-center justify-center"
        style={{
          left: x - TARGET / 2,
          top: y - TARGET / 2,
          width: TARGET,
          height: TARGET,
          zIndex: 6,
          touchAction: 'pan-y',
          cursor: 'move',
        }}
      >
        <div className={`h-4 w-4 rounded-full border-[3px] ${ring} ${chosen ? full : 'bg-card'}`} />
      </div>
    </>
  );
}
