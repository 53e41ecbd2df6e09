import { useRef, useState, type PointerEvent } from 'react';

/** Where a line is drawn from and to, pixels of the window. */
export interface DrawnLine {
  readonly fromY: number;
  readonly toX: number;
  readonly toY: number;
}

/** A finger that goes so far sideways, and further than up or down, draws a line; one that goes up or down scrolls. Pixels. */
const SIDEWAYS = 10;

/** Drawing a line with a finger or the mouse, sideways out of something. `onEnd` is told where it was let go. */
export function useLine(onEnd: (line: DrawnLine) => void) {
  const start = useRef<{ readonly x: number; readonly y: number } | null>(null);
  const drawn = useRef(false);
  const [line, setLine] = useState<DrawnLine | null>(null);
  const over = () => {
    start.current = null;
    setLine(null);
  };
  return {
    line,
    props: {
      onPointerDown: (event: PointerEvent<HTMLElement>) => {
        drawn.current = false;
        if (event.button === 0 && event.isPrimary) start.current = { x: event.clientX, y: event.clientY };
      },
      onPointerMove: (event: PointerEvent<HTMLElement>) => {
        const from = start.current;
        if (!from) return;
        const [dx, dy] = [event.clientX - from.x, event.clientY - from.y];
        if (!drawn.current) {
          if (Math.abs(dx) < SIDEWAYS || Math.abs(dx) < Math.abs(dy)) return;
          drawn.current = true;
          event.currentTarget.setPointerCapture(event.pointerId);
        }
        setLine({ fromY: from.y, toX: event.clientX, toY: event.clientY });
      },
      onPointerUp: (event: PointerEvent<HTMLElement>) => {
        const from = start.current;
        if (from && drawn.current) onEnd({ fromY: from.y, toX: event.clientX, toY: event.clientY });
        over();
      },
      onPointerCancel: over,
      /** What ended as a line is no tap. */
      onClickCapture: (event: { stopPropagation: () => void; preventDefault: () => void }) => {
        if (!drawn.current) return;
        drawn.current = false;
        event.stopPropagation();
        event.preventDefault();
      },
    },
  };
}
