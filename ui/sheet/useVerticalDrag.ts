import { useEffect, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';

export interface VerticalDrag {
  readonly pixelsPerSecond: number;
  /** A finger lifts only after a press this long, ms: a swipe scrolls, wherever it begins. 0 takes hold at once; null never lifts. */
  readonly hold: number | null;
  /** Once it has hold of the thing, before it moves. */
  readonly onGrasp?: (() => void) | undefined;
  /** Whether it can be moved across the time too: a finger that begins sideways has hold of it at once, for nothing scrolls that way. */
  readonly sideways?: boolean;
  /** While moving: seconds moved so far, and pixels to the right. */
  readonly onMove: (seconds: number, right: number) => void;
  /** Once, at the end of a gesture or at a key. A key's step is exact: nothing draws it anywhere. */
  readonly onEnd: (seconds: number, exact: boolean, right: number) => void;
  readonly onCancel: () => void;
  /** Two presses, one soon after the other: back to what the value starts from. */
  readonly onReset?: (() => void) | undefined;
  /** A press that was neither held nor moved. */
  readonly onTap?: ((add: boolean) => void) | undefined;
}

type Phase =
  | { readonly name: 'idle' }
  | { readonly name: 'waiting'; readonly x: number; readonly y: number; readonly timer: ReturnType<typeof setTimeout> | undefined }
  | { readonly name: 'moving'; readonly x: number; readonly y: number; readonly scrolled: number };

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
/** … and across the time, pixels. */
const SIDE_STEP = 4;
/** Two presses within this are one gesture, ms. */
const TWICE = 350;
/** A mouse that has hold of a thing and moves less meant a tap, pixels. */
const STILL = 3;

/**
 * Dragging along the time of the sheet. `idle` → `waiting` (held down, not yet lifted) → `moving`; the end commits, a
 * cancelled gesture and Escape restore; arrow keys take the same path as the finger.
 */
export function useVerticalDrag({
  pixelsPerSecond,
  hold,
  sideways = false,
  onGrasp,
  onMove,
  onEnd,
  onCancel,
  onReset,
  onTap,
}: VerticalDrag) {
  const phase = useRef<Phase>({ name: 'idle' });
  const element = useRef<HTMLDivElement>(null);
  const [lifted, setLifted] = useState(false);

  const scroller = useRef<HTMLElement | null>(null);
  const finger = useRef(0);
  const across = useRef(0);
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
  const grasp = (x: number, y: number) => {
    scroller.current = element.current?.closest<HTMLElement>('[role=region]') ?? null;
    finger.current = y;
    become({ name: 'moving', x, y, scrolled: scroller.current?.scrollTop ?? 0 });
    onGrasp?.();
  };

  /** While a finger rests near an edge the sheet goes on scrolling, and the thing goes with it. */
  const scrollAtEdge = () => {
    const sheet = scroller.current;
    if (!sheet || phase.current.name !== 'moving') return;
    const by = edgeSpeed(finger.current, sheet.getBoundingClientRect());
    // Whoever takes hold of a thing near an edge and draws it away from there wants no scrolling: only toward the edge.
    if (by !== 0 && (finger.current - phase.current.y) * Math.sign(by) > STRAY) {
      sheet.scrollTop += by;
      latest.current(moved(), right());
    }
    beat.current = requestAnimationFrame(scrollAtEdge);
  };

  /** Felt, where the device can. */
  const lift = (x: number, y: number) => {
    pulse();
    grasp(x, y);
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

  const tappedAt = useRef(-Infinity);
  /** A press that moved nothing: the second one soon after the first brings the value back. */
  const tapped = (event: PointerEvent<HTMLDivElement>) => {
    const again = event.timeStamp - tappedAt.current < TWICE;
    tappedAt.current = again ? -Infinity : event.timeStamp;
    if (again && onReset) onReset();
    else onTap?.(event.ctrlKey || event.metaKey || event.shiftKey);
  };

  const right = () => across.current - (phase.current as Extract<Phase, { name: 'moving' }>).x;

  return {
    lifted,
    props: {
      ref: element,
      onPointerDown: (event: PointerEvent<HTMLDivElement>) => {
        if (event.button !== 0 || !event.isPrimary) return;
        const [x, y] = [event.clientX, event.clientY];
        across.current = x;
        const target = event.currentTarget;
        target.setPointerCapture(event.pointerId);
        if (hold === 0 || (hold === GRIP && event.pointerType === 'mouse')) grasp(x, y);
        else become({ name: 'waiting', x, y, timer: hold === null ? undefined : setTimeout(() => lift(x, y), hold) });
      },
      onPointerMove: (event: PointerEvent<HTMLDivElement>) => {
        const now = phase.current;
        finger.current = event.clientY;
        across.current = event.clientX;
        if (now.name === 'moving') onMove(moved(), right());
        else if (now.name === 'waiting' && sideways && Math.abs(event.clientX - now.x) > STRAY) lift(now.x, now.y);
        else if (now.name === 'waiting' && Math.abs(event.clientY - now.y) > STRAY) {
          // A mouse scrolls with its wheel: its drag means the part. A finger that strays means the page.
          if (event.pointerType === 'mouse' && hold !== null) grasp(now.x, now.y);
          else become({ name: 'idle' });
        }
      },
      onPointerUp: (event: PointerEvent<HTMLDivElement>) => {
        const now = phase.current;
        if (now.name === 'moving') {
          finger.current = event.clientY;
          const [seconds, pixels] = [moved(), right()];
          const still = seconds === 0 && (!sideways || Math.abs(pixels) < STILL);
          become({ name: 'idle' });
          if (!still) {
            onEnd(seconds, false, pixels);
            return;
          }
          onCancel();
          if (onReset || sideways) tapped(event);
        } else if (now.name === 'waiting') {
          become({ name: 'idle' });
          tapped(event);
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
          onEnd((event.key === 'ArrowUp' ? -1 : 1) * (event.shiftKey ? 1 : event.altKey ? FINE : STEP), true, 0);
        } else if (sideways && (event.key === 'ArrowLeft' || event.key === 'ArrowRight')) {
          event.preventDefault();
          event.stopPropagation();
          onEnd(0, true, (event.key === 'ArrowLeft' ? -1 : 1) * (event.shiftKey ? 10 : 1) * SIDE_STEP);
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
