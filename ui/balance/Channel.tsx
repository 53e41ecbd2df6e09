import { useEffect, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import type { Token } from '../theme/useTokens';
import { useTokens } from '../theme/useTokens';
import { clearMeter, joinMeter } from './meters';
import { RED, meterPlace, type Scale } from './scale';

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
/** A hand that went so far sideways means the gate; as far up or down first it means to scroll. */
const MEANT = 6;
/** Two taps within so many ms. */
const TWICE = 350;

/**
 * A lane as a channel: its bed is the range, the water in it the loudness that is heard right now, the mark the highest peak so far, the gate
 * its setting. The gate is drawn by where it is taken hold of: a touch alone lets the mark go and changes nothing.
 */
export function Channel({ name, label, tone, bed, scale, value, say, onMove, onLetGo, onCancel, onReset, words }: Props) {
  const tokens = useTokens();
  const box = useRef<HTMLDivElement>(null);
  const water = useRef<HTMLDivElement>(null);
  const mark = useRef<HTMLDivElement>(null);
  const grasp = useRef<{ id: number; x: number; y: number; place: number; meant: boolean } | null>(null);
  const tapped = useRef(-Infinity);
  const [moving, setMoving] = useState<number | null>(null);
  const shown = moving ?? value;

  useEffect(() => {
    if (!water.current || !mark.current) return undefined;
    return joinMeter(name, { water: water.current, mark: mark.current, words: words.current });
  }, [name, words]);

  const down = (event: PointerEvent<HTMLDivElement>) => {
    if (event.button !== 0 || grasp.current) return;
    grasp.current = { id: event.pointerId, x: event.clientX, y: event.clientY, place: scale.place(value), meant: false };
  };
  const move = (event: PointerEvent<HTMLDivElement>) => {
    const held = grasp.current;
    if (held?.id !== event.pointerId || !box.current) return;
    const [dx, dy] = [event.clientX - held.x, event.clientY - held.y];
    if (!held.meant) {
      if (Math.abs(dx) < MEANT) return;
      if (Math.abs(dy) > Math.abs(dx)) {
        grasp.current = null;
        return;
      }
      held.meant = true;
      held.x = event.clientX;
      box.current.setPointerCapture(event.pointerId);
      return;
    }
    const width = box.current.clientWidth - 2 * HALF;
    const next = scale.value(Math.min(1, Math.max(0, held.place + (event.clientX - held.x) / width)));
    setMoving(next);
    onMove(next);
  };
  const up = (event: PointerEvent<HTMLDivElement>) => {
    const held = grasp.current;
    if (held?.id !== event.pointerId) return;
    grasp.current = null;
    if (moving !== null) {
      setMoving(null);
      onLetGo(moving);
      return;
    }
    if (held.meant) return;
    clearMeter(name);
    if (event.timeStamp - tapped.current < TWICE) onReset();
    tapped.current = event.timeStamp;
  };
  const cancel = () => {
    grasp.current = null;
    if (moving === null) return;
    setMoving(null);
    onCancel();
  };
  const key = (event: KeyboardEvent<HTMLDivElement>) => {
    const by = KEYS[event.key];
    if (by === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    if (by === 'start') onReset();
    else if (by === 'clear') clearMeter(name);
    else onLetGo(Math.min(scale.most, Math.max(scale.least, value + by * scale.step)));
  };
  return (
    <div
      ref={box}
      role="slider"
      tabIndex={0}
      aria-label={label}
      aria-valuemin={scale.least}
      aria-valuemax={Math.round(scale.most * 10) / 10}
      aria-valuenow={Math.round(shown * 10) / 10}
      aria-valuetext={say(shown)}
      onPointerDown={down}
      onPointerMove={move}
      onPointerUp={up}
      onPointerCancel={cancel}
      onKeyDown={key}
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

const KEYS: Readonly<Record<string, number | 'start' | 'clear'>> = {
  ArrowRight: 1,
  ArrowUp: 1,
  ArrowLeft: -1,
  ArrowDown: -1,
  PageUp: 6,
  PageDown: -6,
  Home: 'start',
  Delete: 'clear',
  Backspace: 'clear',
};
