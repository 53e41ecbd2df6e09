import { partEnd, partSeconds, type Part } from '../../core/show';
import { movePart, setFade, trimEdge } from '../../core/show/edits';
import { clamp, saySpan, sayTime } from '../../core/units';
import type { Face } from '../../session/faces';
import { useOpenShow } from '../../session/open/store';
import type { Column } from './columns';
import { NOW_AT } from './useSheetScroll';
import { Bar, Handle, Knob, TARGET, pushApart, type HandleTone } from './Handle';
import { useVerticalDrag } from './useVerticalDrag';

/** Press this long to lift a part, ms. */
const LIFT = 350;

interface Props {
  /** The part as it is drawn: a gesture under way included. */
  readonly part: Part;
  /** The part before the gesture: what a drag counts from. */
  readonly base: Part;
  readonly column: Column;
  readonly pixelsPerSecond: number;
  readonly tone: HandleTone;
}

/** The body of a part: a tap chooses it, press and hold lifts and moves it once it is chosen. */
export function PartBody({
  part,
  base,
  column,
  pixelsPerSecond,
  tone,
  chosen,
  title,
  home,
}: Props & { readonly chosen: boolean; readonly title: string; readonly home: Face }) {
  const { choose, edit, tryOut, endPreview, setFace } = useOpenShow.getState();
  const at = (seconds: number) => ({ id: base.id, at: Math.max(0, base.at + seconds) });
  const drag = useVerticalDrag({
    pixelsPerSecond,
    hold: LIFT,
    onMove: (seconds) => (chosen ? tryOut(movePart, at(seconds)) : undefined),
    onEnd: (seconds) => (chosen ? edit(movePart, at(seconds)) : undefined),
    onCancel: endPreview,
    onTap: () => {
      if (useOpenShow.getState().face !== home) setFace(home);
      choose({ kind: 'part', id: base.id });
    },
  });
  return (
    <div
      {...drag.props}
      data-testid={`part ${base.id}`}
      className={chosen ? `border-2 ${tone === 'rain' ? 'border-rain' : 'border-slate'}` : ''}
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
export function PartHandles(props: Props) {
  const { part } = props;
  const end = partEnd(part);
  const [risen, falls] = [part.at + part.fadeUp.seconds, end - part.fadeOut.seconds];
  const ends = pushApart((end - part.at) * props.pixelsPerSecond);
  const fades = pushApart((falls - risen) * props.pixelsPerSecond);
  return (
    <>
      <TrimBar {...props} edge="start" moment={part.at} push={-ends} />
      <TrimBar {...props} edge="end" moment={end} push={ends} />
      <FadeKnob {...props} side="fadeUp" moment={risen} push={-fades} />
      <FadeKnob {...props} side="fadeOut" moment={falls} push={fades} />
    </>
  );
}

function TrimBar({
  base,
  column,
  pixelsPerSecond,
  tone,
  edge,
  moment,
  push,
}: Props & { readonly edge: 'start' | 'end'; readonly moment: number; readonly push: number }) {
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
      push={push}
      pixelsPerSecond={pixelsPerSecond}
      onMove={(seconds) => tryOut(trimEdge, to(seconds))}
      onEnd={(seconds) => edit(trimEdge, to(seconds))}
      onCancel={endPreview}
    >
      <Bar tone={tone} />
    </Handle>
  );
}

function FadeKnob({
  part,
  base,
  column,
  pixelsPerSecond,
  tone,
  side,
  moment,
  push,
}: Props & { readonly side: 'fadeUp' | 'fadeOut'; readonly moment: number; readonly push: number }) {
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
      push={push}
      pixelsPerSecond={pixelsPerSecond}
      onMove={(seconds) => tryOut(setFade, to(seconds))}
      onEnd={(seconds) => edit(setFade, to(seconds))}
      onCancel={endPreview}
    >
      <Knob tone={tone} />
    </Handle>
  );
}
