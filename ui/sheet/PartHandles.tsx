import type { ReactNode } from 'react';
import { partEnd, partSeconds, type Part } from '../../core/show';
import { movePart, setFade, trimEdge } from '../../core/show/edits';
import { clamp, saySpan, sayTime } from '../../core/units';
import { useOpenShow } from '../../session/open/store';
import type { Column } from './columns';
import { NOW_AT } from './useSheetScroll';
import { useVerticalDrag, type VerticalDrag } from './useVerticalDrag';

/** Press this long to lift a part, ms. */
const LIFT = 350;
const TARGET = 44;

interface Props {
  /** The part as it is drawn: a gesture under way included. */
  readonly part: Part;
  /** The part before the gesture: what a drag counts from. */
  readonly base: Part;
  readonly column: Column;
  readonly pixelsPerSecond: number;
}

/** The body of a part: a tap chooses it, press and hold lifts and moves it once it is chosen. */
export function PartBody({
  part,
  base,
  column,
  pixelsPerSecond,
  chosen,
  title,
}: Props & { readonly chosen: boolean; readonly title: string }) {
  const { choose, edit, tryOut, endPreview, setFace } = useOpenShow.getState();
  const at = (seconds: number) => ({ id: base.id, at: Math.max(0, base.at + seconds) });
  const drag = useVerticalDrag({
    pixelsPerSecond,
    hold: LIFT,
    onMove: (seconds) => (chosen ? tryOut(movePart, at(seconds)) : undefined),
    onEnd: (seconds) => (chosen ? edit(movePart, at(seconds)) : undefined),
    onCancel: endPreview,
    onTap: () => {
      if (useOpenShow.getState().face !== 'bed') setFace('bed');
      choose({ kind: 'part', id: base.id });
    },
  });
  return (
    <div
      {...drag.props}
      data-testid={`part ${base.id}`}
      className={chosen ? 'border-2 border-rain' : ''}
      style={{
        position: 'absolute',
        left: column.x,
        width: column.width,
        top: part.at * pixelsPerSecond,
        height: partSeconds(part) * pixelsPerSecond,
        borderRadius: 8,
        touchAction: 'pan-y',
        cursor: chosen ? 'grab' : 'pointer',
        opacity: drag.lifted && chosen ? 0.85 : 1,
      }}
    >
      {/* The keyboard's handle keeps to the now line: a focus on the whole body would scroll, and so move the moment. */}
      <div
        role="button"
        tabIndex={0}
        aria-pressed={chosen}
        aria-label={`${title}, from ${sayTime(part.at)} to ${sayTime(partEnd(part))}${chosen ? ', chosen; arrow keys move it' : ''}`}
        style={{ position: 'sticky', top: `calc(${NOW_AT * 100}% - 22px)`, height: `min(44px, 100%)`, borderRadius: 8 }}
      />
    </div>
  );
}

/** Trim bars on the left of both ends, fade knobs on the right: far enough apart for a thumb. */
export function PartHandles({ part, base, column, pixelsPerSecond }: Props) {
  const end = partEnd(part);
  return (
    <>
      <TrimBar part={part} base={base} column={column} pixelsPerSecond={pixelsPerSecond} edge="start" moment={part.at} />
      <TrimBar part={part} base={base} column={column} pixelsPerSecond={pixelsPerSecond} edge="end" moment={end} />
      <FadeKnob
        part={part}
        base={base}
        column={column}
        pixelsPerSecond={pixelsPerSecond}
        side="fadeUp"
        moment={part.at + part.fadeUp.seconds}
      />
      <FadeKnob
        part={part}
        base={base}
        column={column}
        pixelsPerSecond={pixelsPerSecond}
        side="fadeOut"
        moment={end - part.fadeOut.seconds}
      />
    </>
  );
}

function TrimBar({ base, column, pixelsPerSecond, edge, moment }: Props & { readonly edge: 'start' | 'end'; readonly moment: number }) {
  const { edit, tryOut, endPreview } = useOpenShow.getState();
  const anchor = edge === 'start' ? base.at : partEnd(base);
  const to = (seconds: number) => ({ id: base.id, edge, moment: anchor + seconds });
  return (
    <Handle
      name={edge === 'start' ? 'Trim the start' : 'Trim the end'}
      testId={`trim ${edge}`}
      value={moment}
      said={sayTime(moment, 3)}
      left={column.x}
      width={Math.max(TARGET, column.width * 0.5)}
      moment={moment}
      pixelsPerSecond={pixelsPerSecond}
      onMove={(seconds) => tryOut(trimEdge, to(seconds))}
      onEnd={(seconds) => edit(trimEdge, to(seconds))}
      onCancel={endPreview}
    >
      <div className="flex h-3 w-full items-center justify-center rounded-full border-2 border-card bg-rain">
        <div className="h-0.5 w-6 rounded-full bg-on-rain" />
      </div>
    </Handle>
  );
}

function FadeKnob({
  part,
  base,
  column,
  pixelsPerSecond,
  side,
  moment,
}: Props & { readonly side: 'fadeUp' | 'fadeOut'; readonly moment: number }) {
  const { edit, tryOut, endPreview } = useOpenShow.getState();
  const sign = side === 'fadeUp' ? 1 : -1;
  const to = (seconds: number) => ({
    id: base.id,
    side,
    fade: { ...base[side], seconds: clamp(base[side].seconds + sign * seconds, 0, partSeconds(base)) },
  });
  return (
    <Handle
      name={side === 'fadeUp' ? 'Fade up' : 'Fade out'}
      testId={side}
      value={part[side].seconds}
      said={saySpan(part[side].seconds)}
      left={column.x + column.width - TARGET}
      width={TARGET}
      moment={moment}
      pixelsPerSecond={pixelsPerSecond}
      onMove={(seconds) => tryOut(setFade, to(seconds))}
      onEnd={(seconds) => edit(setFade, to(seconds))}
      onCancel={endPreview}
    >
      <div className="h-6 w-6 rounded-full border-[3px] border-rain bg-card" />
    </Handle>
  );
}

interface HandleProps extends Pick<VerticalDrag, 'pixelsPerSecond' | 'onMove' | 'onEnd' | 'onCancel'> {
  readonly name: string;
  readonly testId: string;
  readonly value: number;
  readonly said: string;
  readonly left: number;
  readonly width: number;
  /** Moment of the show on which its middle lies. */
  readonly moment: number;
  readonly children: ReactNode;
}

/** Something to take hold of on the sheet: a thumb's height, dragged along the time or moved by the arrow keys. */
function Handle({ name, testId, value, said, left, width, moment, pixelsPerSecond, onMove, onEnd, onCancel, children }: HandleProps) {
  const drag = useVerticalDrag({ pixelsPerSecond, hold: 0, onMove, onEnd, onCancel });
  const top = moment * pixelsPerSecond - TARGET / 2;
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
      style={{ left, width, top, height: TARGET, touchAction: 'none', cursor: 'ns-resize' }}
    >
      {children}
    </div>
  );
}
