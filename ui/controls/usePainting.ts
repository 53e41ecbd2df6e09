import { useEffect, useRef } from 'react';

/**
 * A canvas as wide as its place and `tall` pixels high, painted whenever `paint` changes: keep it the same while nothing
 * does (useCallback). The pen's unit is one CSS pixel, however dense the screen.
 */
export function usePainting(tall: number, paint: (pen: CanvasRenderingContext2D, width: number) => void) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const element = canvas.current;
    const pen = element?.getContext('2d');
    if (!element || !pen) return;
    const dense = window.devicePixelRatio || 1;
    const width = element.clientWidth;
    element.width = Math.round(width * dense);
    element.height = Math.round(tall * dense);
    pen.scale(dense, dense);
    paint(pen, width);
  }, [tall, paint]);
  return canvas;
}
