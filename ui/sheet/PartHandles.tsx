import { partEnd, partSeconds, type Part } from '../../core/show';
import { movePart, setFade, trimEdge } from '../../core/show/edits';
import { clamp, saySpan, sayTime } from '../../core/units';
import { useOpenShow } from '../../session/open/store';
import type { Column } from './columns';
import { NOW_AT } from './useSheetScroll';
import { useVerticalDrag } from './useVerticalDrag';

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
  const drag = useVerticalDrag({
    pixelsPerSecond,
    hold: 0,
    onMove: (seconds) => tryOut(trimEdge, to(seconds)),
    onEnd: (seconds) => edit(trimEdge, to(seconds)),
    onCancel: endPreview,
  });
  const width = Math.max(TARGET, column.width * 0.5);
  return (
    <div
      {...drag.props}
      role="slider"
      tabIndex={0}
      aria-orientation="vertical"
      aria-label={edge === 'start' ? 'Trim the start' : 'Trim the end'}
      aria-valuenow={Number(moment.toFixed(3))}
      aria-valuetext={sayTime(moment, 3)}
      data-testid={`trim ${edge}`}
      style={{
        position: 'absolute',
        left: column.x,
        width,
        top: moment * pixelsPerSecond - TARGET / 2,
        height: TARGET,
        display: 'flex',
        alignItems: 'center',
        touchAction: 'none',
        cursor: 'ns-resize',
      }}
    >
      <div className="flex h-3 w-full items-center justify-center rounded-full border-2 border-card bg-rain">
        <div className="h-0.5 w-6 rounded-full bg-on-rain" />
      </div>
    </div>
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
  const drag = useVerticalDrag({
    pixelsPerSecond,
    hold: 0,
    onMove: (seconds) => tryOut(setFade, to(seconds)),
    onEnd: (seconds) => edit(setFade, to(seconds)),
    onCancel: endPreview,
  });
  return (
    <div
      {...drag.props}
      role="slider"
      tabIndex={0}
      aria-orientation="vertical"
      aria-label={side === 'fadeUp' ? 'Fade up' : 'Fade out'}
      aria-valuenow={Number(part[side].seconds.toFixed(3))}
      aria-valuetext={saySpan(part[side].seconds)}
      data-testid={side}
      style={{
        position: 'absolute',
        left: column.x + column.width - TARGET,
        width: TARGET,
        top: moment * pixelsPerSecond - TARGET / 2,
        height: TARGET,
        display: 'flex',
        alignItems: 'center',
        justifyContent: 'center',
        touchAction: 'none',
        cursor: 'ns-resize',
      }}
    >
      <div className="h-6 w-6 rounded-full border-[3px] border-rain bg-card" />
    </div>
  );
}
