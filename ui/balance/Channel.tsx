import { useEffect, useRef } from 'react';
import type { Token } from '../theme/useTokens';
import { useTokens } from '../theme/useTokens';
import { clearMeter, joinMeter } from './meters';
import { RED, meterPlace, type Scale } from './scale';
import { useSideways } from './useSideways';

interface Props {
  /** The lane, or `whole`. */
  readonly name: string;
  readonly label: string;
  readonly tone: Token;
  readonly bed: Token;
  readonly scale: Scale;
  readonly value: number;
  readonly say: (value: number) => string;
  /** While the gate is moved. */
  readonly onMove: (value: number) => void;
  readonly onLetGo: (value: number) => void;
  readonly onCancel: () => void;
  /** Two taps bring it back. */
  readonly onReset: () => void;
  /** Where the highest peak is said. */
  readonly words: React.RefObject<HTMLElement | null>;
}

/** Half a gate, pixels: it stays within the channel at either end. */
const HALF = 8;

/**
 * A lane as a channel: its bed is the range, the water in it the loudness that is heard right now, the mark the highest peak so far, the gate
 * its setting. The gate is drawn by where it is taken hold of: a touch alone lets the mark go and changes nothing.
 */
export function Channel({ name, label, tone, bed, scale, value, say, onMove, onLetGo, onCancel, onReset, words }: Props) {
  const tokens = useTokens();
  const water = useRef<HTMLDivElement>(null);
  const mark = useRef<HTMLDivElement>(null);
  const wish = { scale, value, onMove, onLetGo, onCancel, onReset, onTap: () => clearMeter(name) };
  const { handlers, shown, aria } = useSideways(wish, HALF);
  useEffect(() => {
    if (!water.current || !mark.current) return undefined;
    return joinMeter(name, { water: water.current, mark: mark.current, words: words.current });
  }, [name, words]);
  return (
    <div
      {...aria}
      {...handlers}
      aria-label={label}
      aria-valuetext={say(shown)}
      style={{ position: 'relative', height: 44, touchAction: 'pan-y', userSelect: 'none', cursor: 'ew-resize' }}
    >
      <div
        aria-hidden
        className="overflow-hidden rounded-full"
        style={{ position: 'absolute', left: 0, right: 0, top: 13, height: 18, background: tokens[bed] }}
      >
        <div style={{ position: 'absolute', inset: 0, left: `${meterPlace(RED) * 100}%`, background: tokens.red, opacity: 0.22 }} />
        <div
          ref={water}
          style={{
            position: 'absolute',
            inset: 0,
            background: tokens[tone],
            transformOrigin: 'left',
            transform: 'scaleX(0)',
            willChange: 'transform',
          }}
        />
      </div>
      <div
        ref={mark}
        aria-hidden
        className="rb-peak"
        style={{
          position: 'absolute',
          top: 11,
          width: 3,
          height: 22,
          marginLeft: -2,
          borderRadius: 2,
          visibility: 'hidden',
          color: tokens[tone],
        }}
      />
      <div
        aria-hidden
        style={{
          position: 'absolute',
          top: 5,
          left: `calc(${scale.place(shown)} * (100% - ${2 * HALF}px))`,
          width: 2 * HALF,
          height: 34,
          borderRadius: 8,
          border: `3px solid ${tokens[tone]}`,
          background: tokens.card,
        }}
      />
    </div>
  );
}
