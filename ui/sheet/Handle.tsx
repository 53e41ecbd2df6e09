import type { ReactNode } from 'react';
import { GRIP, useVerticalDrag, type VerticalDrag } from './useVerticalDrag';

/** A thumb's height and width, pixels. */
export const TARGET = 44;

const TONES = {
  rain: { bar: 'bg-rain', knob: 'border-rain' },
  slate: { bar: 'bg-slate', knob: 'border-slate' },
  moss: { bar: 'bg-moss', knob: 'border-moss' },
  ochre: { bar: 'bg-ochre', knob: 'border-ochre' },
  brick: { bar: 'bg-brick', knob: 'border-brick' },
  amber: { bar: 'bg-amber', knob: 'border-amber' },
} as const;

export type HandleTone = keyof typeof TONES;

/** What an end is taken hold of by. */
export function Bar({ tone, slim = false }: { readonly tone: HandleTone; readonly slim?: boolean }) {
  return (
    <div
      className={`flex ${slim ? 'h-2 w-1/2' : 'h-3 w-full'} items-center justify-center rounded-full border-2 border-card ${TONES[tone].bar}`}
    >
      <div className="h-0.5 w-6 rounded-full bg-card" />
    </div>
  );
}

/** What a fade is taken hold of by. */
export function Knob({ tone }: { readonly tone: HandleTone }) {
  return <div className={`h-6 w-6 rounded-full border-[3px] bg-card ${TONES[tone].knob}`} />;
}

/**
 * How far two handles that lie `between` pixels apart are pushed away from each other, each of them, so that a thumb finds
 * either: a short part's ends would lie on one another.
 */
export function pushApart(between: number): number {
  return Math.max(0, (TARGET - between) / 2);
}

interface HandleProps extends Pick<VerticalDrag, 'pixelsPerSecond' | 'sideways' | 'onGrasp' | 'onMove' | 'onEnd' | 'onCancel' | 'onReset'> {
  readonly name: string;
  readonly testId: string;
  readonly value: number;
  readonly said: string;
  readonly left: number;
  readonly width: number;
  /** Moment of the show on which its middle lies. */
  readonly moment: number;
  /** Pixels by which it is drawn further down, to make room for another one. */
  readonly push?: number;
  readonly children: ReactNode;
}

/** Something to take hold of on the sheet: a thumb's height, dragged along the time or moved by the arrow keys. */
export function Handle({
  name,
  testId,
  value,
  said,
  left,
  width,
  moment,
  push = 0,
  pixelsPerSecond,
  sideways = false,
  onGrasp,
  onMove,
  onEnd,
  onCancel,
  onReset,
  children,
}: HandleProps) {
  const drag = useVerticalDrag({ pixelsPerSecond, hold: GRIP, sideways, onGrasp, onMove, onEnd, onCancel, onReset });
  const top = moment * pixelsPerSecond - TARGET / 2 + push;
  return (
    <div
      {...drag.props}
      role="slider"
      tabIndex={0}
      aria-orientation="vertical"
      aria-label={name}
      aria-valuenow={Number(value.toFixed(3))}
      aria-valuetext={said}
      data-testid={testId}
      className="absolute flex items-center justify-center"
      // On a layer of its own: moving it paints nothing that lies behind it anew.
      style={{
        left,
        width,
        top,
        height: TARGET,
        zIndex: 4,
        touchAction: 'pan-y',
        cursor: sideways ? 'ew-resize' : 'ns-resize',
        willChange: 'transform',
      }}
    >
      {children}
    </div>
  );
}
