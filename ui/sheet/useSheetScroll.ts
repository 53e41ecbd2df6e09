import { startTransition, useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { clamp } from '../../core/units';
import { rememberNow, useOpenShow } from '../../session/open/store';
import { scrubTo, useTransport } from '../../session/sound/transport';

/** Where the now line stands, as a share of the height that the sheet has while nothing is open below it. */
const NOW_AT = 0.38;
/** … and never lower than this share of what is left of the sheet. */
const LOWEST_NOW = 0.72;
/** For what keeps to the now line inside the sheet's own scrolling. */
export const STICKS_TO_NOW = 'calc(var(--now) - 22px)';
/** Zoom bounds: seconds of the show that fill the sheet while nothing is open below it. The closest one tells single samples apart. */
export const ZOOM = { least: 0.005, most: 7200 };
/** Browsers draw no page taller than this, pixels: a very long show cannot be looked at quite as closely. */
const TALLEST = 3e7;

/** The stretch of the sheet's content that is on the screen, with a margin; pixels from the show's start. */
export interface Viewport {
  readonly top: number;
  readonly bottom: number;
  readonly pixelsPerSecond: number;
}

/** Whether a stretch of the show, seconds, is on the screen or within so many pixels of it. */
export function isNear(from: number, to: number, { top, bottom, pixelsPerSecond }: Viewport, margin = 0): boolean {
  return from * pixelsPerSecond <= bottom + margin && to * pixelsPerSecond >= top - margin;
}

/** The margin is re-cut in steps of this, so that scrolling re-renders the sheet a few times a second at most. */
const GRAIN = 256;

/**
 * Scrolling is scrubbing. The moment on the now line is kept exact in the transport; the scroll position follows it, and
 * a scroll that nobody here asked for is the person's: it moves the moment. `tall` is the height that the sheet has while nothing is open
 * below it, pixels: size and place of everything follow from that, so that nothing moves under a finger when something opens.
 */
export function useSheetScroll(seconds: number, tall: number) {
  const scroller = useRef<HTMLDivElement>(null);
  const asked = useRef(0);
  const [height, setHeight] = useState(0);
  const zoom = useOpenShow((store) => store.zoom);
  const pixelsPerSecond = height > 0 ? Math.min(tall / zoom, TALLEST / Math.max(1, seconds)) : 10;
  const nowAt = Math.round(Math.min(tall * NOW_AT, height * LOWEST_NOW));
  const [cut, setCut] = useState(0);
  /** The cut that was asked for last, and the one that is on the screen. */
  const cuts = useRef({ asked: 0, drawn: 0 });
  useLayoutEffect(() => {
    cuts.current.drawn = cut;
  }, [cut]);

  useLayoutEffect(() => {
    const element = scroller.current;
    if (!element) return undefined;
    const observer = new ResizeObserver(() => setHeight(element.clientHeight));
    observer.observe(element);
    setHeight(element.clientHeight);
    return () => observer.disconnect();
  }, []);

  const follow = useCallback(
    (now: number) => {
      const element = scroller.current;
      if (!element || height === 0) return;
      const wanted = now * pixelsPerSecond;
      if (Math.abs(element.scrollTop - wanted) > 0.25) element.scrollTop = wanted;
      asked.current = element.scrollTop;
      const next = Math.floor(wanted / GRAIN);
      if (next === cuts.current.asked) return;
      cuts.current.asked = next;
      // A step further is within the margin: it is drawn between two pictures of the screen. Beyond that nothing would be seen until it is.
      if (Math.abs(next - cuts.current.drawn) > 1) setCut(next);
      else startTransition(() => setCut(next));
    },
    [height, pixelsPerSecond],
  );

  // The sheet's length and zoom change where a moment lies: follow before the screen shows it.
  useLayoutEffect(() => follow(useTransport.getState().now), [follow, seconds]);
  useEffect(() => useTransport.subscribe(({ now }) => follow(now)), [follow]);

  const rest = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const onScroll = () => {
    const element = scroller.current;
    if (!element || Math.abs(element.scrollTop - asked.current) < 1.5) return;
    // A sheet that has just changed its height was moved by the browser, not by a person: `follow` puts it right.
    if (element.clientHeight !== height) return;
    asked.current = element.scrollTop;
    scrubTo(element.scrollTop / pixelsPerSecond);
    clearTimeout(rest.current);
    rest.current = setTimeout(() => rememberNow(useTransport.getState().now), 200);
  };

  const view = useMemo(
    (): Viewport => ({
      top: cut * GRAIN - nowAt - GRAIN,
      bottom: cut * GRAIN + (height - nowAt) + GRAIN * 2,
      pixelsPerSecond,
    }),
    [cut, height, nowAt, pixelsPerSecond],
  );
  return { scroller, onScroll, height, nowAt, view };
}

/** Pinch, and Ctrl with the wheel: seconds per screen change around the now line. */
export function useZoomGestures(scroller: React.RefObject<HTMLDivElement | null>): void {
  useEffect(() => {
    const element = scroller.current;
    if (!element) return undefined;
    let pinch: { spread: number; zoom: number } | null = null;
    const spreadOf = (touches: TouchList) =>
      Math.hypot(touches[0]!.clientX - touches[1]!.clientX, touches[0]!.clientY - touches[1]!.clientY);
    const set = (zoom: number) => useOpenShow.getState().setZoom(clamp(zoom, ZOOM.least, ZOOM.most));

    const start = (event: TouchEvent) => {
      if (event.touches.length === 2) pinch = { spread: spreadOf(event.touches), zoom: useOpenShow.getState().zoom };
    };
    const move = (event: TouchEvent) => {
      if (!pinch || event.touches.length !== 2) return;
      event.preventDefault();
      set((pinch.zoom * pinch.spread) / Math.max(10, spreadOf(event.touches)));
    };
    const end = (event: TouchEvent) => {
      if (event.touches.length < 2) pinch = null;
    };
    const wheel = (event: WheelEvent) => {
      if (!event.ctrlKey) return;
      event.preventDefault();
      set(useOpenShow.getState().zoom * Math.exp(event.deltaY * 0.004));
    };
    element.addEventListener('touchstart', start, { passive: true });
    element.addEventListener('touchmove', move, { passive: false });
    element.addEventListener('touchend', end);
    element.addEventListener('touchcancel', end);
    element.addEventListener('wheel', wheel, { passive: false });
    return () => {
      element.removeEventListener('touchstart', start);
      element.removeEventListener('touchmove', move);
      element.removeEventListener('touchend', end);
      element.removeEventListener('touchcancel', end);
      element.removeEventListener('wheel', wheel);
    };
  }, [scroller]);
}
