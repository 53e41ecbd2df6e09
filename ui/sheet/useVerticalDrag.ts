import { useEffect, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';

export interface VerticalDrag {
  readonly pixelsPerSecond: number;
  /** A finger lifts only after a press this long, ms: a swipe scrolls, wherever it begins. 0 takes hold at once; null never lifts. */
  readonly hold: number | null;
  /** Once it has hold of the thing, before it moves. */
  readonly onGrasp?: (() => void) | undefined;
  /** While moving: seconds moved so far. */
  readonly onMove: (seconds: number) => void;
  /** Once, at the end of a gesture or at a key. A key's step is exact: nothing draws it anywhere. */
  readonly onEnd: (seconds: number, exact: boolean) => void;
  readonly onCancel: () => void;
  /** A press that was neither held nor moved. */
  readonly onTap?: ((add: boolean) => void) | undefined;
}

type Phase =
  | { readonly name: 'idle' }
  | { readonly name: 'waiting'; readonly y: number; readonly timer: ReturnType<typeof setTimeout> | undefined }
  | { readonly name: 'moving'; readonly y: number; readonly scrolled: number };

/** A finger that strays further than this before it has hold of the thing wants to scroll, pixels. */
const STRAY = 8;
/** What a part is lifted by: long enough that no slow scroll does it, ms. */
export const LIFT = 500;
/** What a handle is taken hold of by: it is there to be dragged, and yet a swipe that begins on it scrolls, ms. */
export const GRIP = 140;
/** How long the device pulses when something is lifted, ms. */
const PULSE = 12;

/** Says to the hand that something is lifted, where the device can. */
export const pulse = (): void => void navigator.vibrate?.(PULSE);

/** So near to an edge of the sheet a finger scrolls it, pixels; at the edge itself by so many pixels a picture of the screen. */
const EDGE = 56;
const FASTEST = 12;

/** How far the sheet scrolls under a finger that drags, pixels a picture of the screen: the nearer to an edge, the faster. */
function edgeSpeed(y: number, { top, bottom }: DOMRect): number {
  if (y < top + EDGE) return -FASTEST * Math.min(1, (top + EDGE - y) / EDGE);
  if (y > bottom - EDGE) return FASTEST * Math.min(1, (y - bottom + EDGE) / EDGE);
  return 0;
}

/** Steps of the arrow keys, seconds: plain, and with Alt. */
const STEP = 0.1;
const FINE = 0.001;

/**
 * Dragging along the time of the sheet. `idle` → `waiting` (held down, not yet lifted) → `moving`; the end commits, a
 * cancelled gesture and Escape restore; arrow keys take the same path as the finger.
 */
export function useVerticalDrag({ pixelsPerSecond, hold, onGrasp, onMove, onEnd, onCancel, onTap }: VerticalDrag) {
  const phase = useRef<Phase>({ name: 'idle' });
  const element = useRef<HTMLDivElement>(null);
  const [lifted, setLifted] = useState(false);

  const scroller = useRef<HTMLElement | null>(null);
  const finger = useRef(0);
  const beat = useRef(0);
  const latest = useRef(onMove);
  useEffect(() => {
    latest.current = onMove;
  });
  useEffect(() => () => cancelAnimationFrame(beat.current), []);

  const become = (next: Phase) => {
    if (phase.current.name === 'waiting') clearTimeout(phase.current.timer);
    cancelAnimationFrame(beat.current);
    phase.current = next;
    setLifted(next.name === 'moving');
    if (next.name === 'moving' && scroller.current) beat.current = requestAnimationFrame(scrollAtEdge);
  };

  /** Takes hold at a place of the screen: from here on the finger moves the thing, and what the sheet scrolls meanwhile counts too. */
  const grasp = (y: number) => {
    scroller.current = element.current?.closest<HTMLElement>('[role=region]') ?? null;
    finger.current = y;
    become({ name: 'moving', y, scrolled: scroller.current?.scrollTop ?? 0 });
    onGrasp?.();
  };

  /** While a finger rests near an edge the sheet goes on scrolling, and the thing goes with it. */
  const scrollAtEdge = () => {
    const sheet = scroller.current;
    if (!sheet || phase.current.name !== 'moving') return;
    const by = edgeSpeed(finger.current, sheet.getBoundingClientRect());
    if (by !== 0) {
      sheet.scrollTop += by;
      latest.current(moved());
    }
    beat.current = requestAnimationFrame(scrollAtEdge);
  };

  /** Felt, where the device can. */
  const lift = (y: number) => {
    pulse();
    grasp(y);
  };

  // Once lifted, the finger moves the part and no longer the page; the browser only listens to a listener that may object.
  useEffect(() => {
    const target = element.current;
    if (!target) return undefined;
    const object = (event: TouchEvent) => {
      if (phase.current.name === 'moving') event.preventDefault();
    };
    target.addEventListener('touchmove', object, { passive: false });
    return () => target.removeEventListener('touchmove', object);
  }, []);

  const moved = () => {
    const { y, scrolled } = phase.current as Extract<Phase, { name: 'moving' }>;
    return (finger.current - y + (scroller.current?.scrollTop ?? 0) - scrolled) / pixelsPerSecond;
  };

  return {
    lifted,
    props: {
      ref: element,
      onPointerDown: (event: PointerEvent<HTMLDivElement>) => {
        if (event.button !== 0 || !event.isPrimary) return;
        const y = event.clientY;
        const target = event.currentTarget;
        target.setPointerCapture(event.pointerId);
        if (hold === 0 || (hold === GRIP && event.pointerType === 'mouse')) grasp(y);
        else become({ name: 'waiting', y, timer: hold === null ? undefined : setTimeout(() => lift(y), hold) });
      },
      onPointerMove: (event: PointerEvent<HTMLDivElement>) => {
        const now = phase.current;
        finger.current = event.clientY;
        if (now.name === 'moving') onMove(moved());
        else if (now.name === 'waiting' && Math.abs(event.clientY - now.y) > STRAY) {
          // A mouse scrolls with its wheel: its drag means the part. A finger that strays means the page.
          if (event.pointerType === 'mouse' && hold !== null) grasp(now.y);
          else become({ name: 'idle' });
        }
      },
      onPointerUp: (event: PointerEvent<HTMLDivElement>) => {
        const now = phase.current;
        if (now.name === 'moving') {
          finger.current = event.clientY;
          const seconds = moved();
          become({ name: 'idle' });
          if (seconds !== 0) onEnd(seconds, false);
          else onCancel();
        } else if (now.name === 'waiting') {
          become({ name: 'idle' });
          onTap?.(event.ctrlKey || event.metaKey || event.shiftKey);
        }
      },
      onPointerCancel: () => {
        if (phase.current.name === 'moving') onCancel();
        become({ name: 'idle' });
      },
      onKeyDown: (event: KeyboardEvent<HTMLDivElement>) => {
        if (event.key === 'Escape' && phase.current.name === 'moving') {
          become({ name: 'idle' });
          onCancel();
        } else if (event.key === 'ArrowUp' || event.key === 'ArrowDown') {
          event.preventDefault();
          event.stopPropagation();
          onEnd((event.key === 'ArrowUp' ? -1 : 1) * (event.shiftKey ? 1 : event.altKey ? FINE : STEP), true);
        } else if (event.key === 'Enter' || event.key === ' ') {
          if (!onTap) return;
          event.preventDefault();
          event.stopPropagation();
          onTap(event.ctrlKey || event.metaKey || event.shiftKey);
        }
      },
    },
  };
}
