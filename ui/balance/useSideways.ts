import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import type { Scale } from './scale';

interface Wish {
  readonly scale: Scale;
  readonly value: number;
  /** While it is moved. */
  readonly onMove: (value: number) => void;
  readonly onLetGo: (value: number) => void;
  readonly onCancel: () => void;
  /** Two taps, or Home, bring it back. */
  readonly onReset: () => void;
  /** One tap, or Delete. */
  readonly onTap?: () => void;
}

/** A hand that went so far sideways means the thing; as far up or down first it means to scroll. Pixels. */
const MEANT = 6;
/** Two taps within so many ms. */
const TWICE = 350;

const KEYS: Readonly<Record<string, number>> = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1, PageUp: 6, PageDown: -6 };

/** Something that is drawn sideways from where it stands: a touch alone moves nothing. `inset` is what it keeps clear at either end, pixels. */
export function useSideways({ scale, value, onMove, onLetGo, onCancel, onReset, onTap }: Wish, inset: number) {
  const grasp = useRef<{ id: number; x: number; y: number; place: number; meant: boolean } | null>(null);
  const tapped = useRef(-Infinity);
  const [moving, setMoving] = useState<number | null>(null);
  const handlers = {
    onPointerDown: (event: PointerEvent<HTMLElement>) => {
      if (event.button !== 0 || grasp.current) return;
      grasp.current = { id: event.pointerId, x: event.clientX, y: event.clientY, place: scale.place(value), meant: false };
    },
    onPointerMove: (event: PointerEvent<HTMLElement>) => {
      const held = grasp.current;
      if (held?.id !== event.pointerId) return;
      const [dx, dy] = [event.clientX - held.x, event.clientY - held.y];
      if (!held.meant) {
        if (Math.abs(dx) < MEANT) return;
        if (Math.abs(dy) > Math.abs(dx)) {
          grasp.current = null;
          return;
        }
        held.meant = true;
        held.x = event.clientX;
        event.currentTarget.setPointerCapture(event.pointerId);
        return;
      }
      const width = event.currentTarget.clientWidth - 2 * inset;
      const next = scale.value(Math.min(1, Math.max(0, held.place + (event.clientX - held.x) / width)));
      setMoving(next);
      onMove(next);
    },
    onPointerUp: (event: PointerEvent<HTMLElement>) => {
      const held = grasp.current;
      if (held?.id !== event.pointerId) return;
      grasp.current = null;
      if (moving !== null) {
        setMoving(null);
        onLetGo(moving);
        return;
      }
      if (held.meant) return;
      onTap?.();
      if (event.timeStamp - tapped.current < TWICE) onReset();
      tapped.current = event.timeStamp;
    },
    onPointerCancel: () => {
      grasp.current = null;
      if (moving === null) return;
      setMoving(null);
      onCancel();
    },
    onKeyDown: (event: KeyboardEvent<HTMLElement>) => {
      const by = KEYS[event.key];
      const other = event.key === 'Home' ? onReset : event.key === 'Delete' || event.key === 'Backspace' ? onTap : undefined;
      if (by === undefined && !other) return;
      event.preventDefault();
      event.stopPropagation();
      if (by === undefined) other?.();
      else onLetGo(Math.min(scale.most, Math.max(scale.least, value + by * scale.step)));
    },
  };
  const shown = moving ?? value;
  const aria = {
    role: 'slider',
    tabIndex: 0,
    'aria-valuemin': scale.least,
    'aria-valuemax': Math.round(scale.most * 10) / 10,
    'aria-valuenow': Math.round(shown * 100) / 100,
  } as const;
  return { handlers, shown, aria };
}
