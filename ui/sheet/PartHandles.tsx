import { saySpan, sayTime, t } from '../../words';
import { memo } from 'react';
import { edgesOf } from '../../core/fit';
import { partEnd, partSeconds, type Part } from '../../core/show';
import { moveParts, setFade, trimEdge } from '../../core/show/edits';
import { clamp } from '../../core/units';
import { letGo, snapBy } from '../../session/bed/snapping';
import { dropEnd, fitsWhenPulled, letEndGo, pullEnd, takeEnd } from '../../session/fit/pulling';
import { sayBend } from '../words/levels';
import type { Face } from '../../session/faces';
import { chosenParts, tapThing, useOpenShow } from '../../session/open/store';
import { STICKS_TO_NOW } from './useSheetScroll';
import { Bar, Handle, Knob, TARGET, pushApart, type HandleTone } from './Handle';
import { LIFT, useVerticalDrag } from './useVerticalDrag';

interface Props {
  /** The part as it is drawn: a gesture under way included. */
  readonly part: Part;
  /** The part before the gesture: what a drag counts from. */
  readonly base: Part;
  readonly left: number;
  readonly width: number;
  readonly pixelsPerSecond: number;
  readonly tone: HandleTone;
}

const BORDERS = {
  rain: 'border-rain',
  slate: 'border-slate',
  moss: 'border-moss',
  ochre: 'border-ochre',
  brick: 'border-brick',
  amber: 'border-amber',
} as const;

interface BodyProps {
  readonly part: Part;
  readonly left: number;
  readonly width: number;
  readonly pixelsPerSecond: number;
  readonly tone: HandleTone;
  readonly chosen: boolean;
  readonly title: string;
  /** Which one of its lane's it is, in words. */
  readonly which: string;
  readonly home: Face;
}

/** Moves everything that is chosen together, drawn to what lies near unless it is meant exactly. */
function moveChosen(seconds: number, exact: boolean, pixelsPerSecond: number): Parameters<typeof moveParts>[1] {
  const parts = chosenParts();
  const ids = parts.map((one) => one.id);
  const edges = edgesOf(parts).map((edge) => edge + seconds);
  return { ids, by: seconds + (exact ? 0 : snapBy(edges, ids, pixelsPerSecond)) };
}

/** The body of a part: a tap chooses it, press and hold lifts and moves it, with all that are chosen, once it is. */
export const PartBody = memo(function PartBody({ part, left, width, pixelsPerSecond, tone, chosen, title, which, home }: BodyProps) {
  const { edit, tryOut, endPreview, setFace } = useOpenShow.getState();
  const height = partSeconds(part) * pixelsPerSecond;
  const drag = useVerticalDrag({
    pixelsPerSecond,
    // What is not chosen is not lifted: resting on it and then swiping scrolls.
    hold: chosen ? LIFT : null,
    onMove: (seconds) => (chosen ? tryOut(moveParts, moveChosen(seconds, false, pixelsPerSecond)) : undefined),
    onEnd: (seconds, exact) => {
      if (chosen) edit(moveParts, moveChosen(seconds, exact, pixelsPerSecond));
      letGo();
    },
    onCancel: () => {
      letGo();
      endPreview();
    },
    onTap: (add) => {
      if (useOpenShow.getState().face !== home) setFace(home);
      tapThing('parts', part.id, add);
    },
  });
  return (
    <div
      {...drag.props}
      data-testid={`part ${part.id}`}
      className={chosen ? `border-2 ${BORDERS[tone]}` : ''}
      style={{
        position: 'absolute',
        left,
        width,
        top: part.at * pixelsPerSecond,
        height,
        borderRadius: 8,
        touchAction: 'pan-y',
        cursor: chosen ? 'grab' : 'pointer',
        opacity: drag.lifted && chosen ? 0.85 : 1,
        boxShadow: drag.lifted && chosen ? '0 6px 24px rgb(0 0 0 / 0.3)' : undefined,
        willChange: chosen ? 'transform' : 'auto',
      }}
    >
      {/* A short part is taken hold of beyond its ends. The keyboard's handle keeps to the now line: a focus on the whole body would scroll, and so move the moment. */}
      <div
        role="button"
        tabIndex={0}
        aria-pressed={chosen}
        aria-label={t(chosen ? 'sheet.partChosen' : 'sheet.part', { title, which, from: sayTime(part.at), to: sayTime(partEnd(part)) })}
        style={
          height < TARGET
            ? { position: 'absolute', left: 0, right: 0, top: (height - TARGET) / 2, height: TARGET }
            : { position: 'sticky', top: STICKS_TO_NOW, height: TARGET, borderRadius: 8 }
        }
      />
    </div>
  );
});

/** Trim bars on the left of both ends, fade knobs on the right: far enough apart for a thumb. */
export function PartHandles(props: Props & { readonly crossesIn?: boolean; readonly crossesOut?: boolean }) {
  const { part, crossesIn = false, crossesOut = false } = props;
  const end = partEnd(part);
  const [risen, falls] = [part.at + part.fadeUp.seconds, end - part.fadeOut.seconds];
  const ends = pushApart((end - part.at) * props.pixelsPerSecond);
  const fades = pushApart((falls - risen) * props.pixelsPerSecond);
  return (
    <>
      <TrimBar {...props} edge="start" moment={part.at} push={-ends} crosses={crossesIn} />
      <TrimBar {...props} edge="end" moment={end} push={ends} crosses={crossesOut} />
      {/* Where a part crosses with its neighbour the crossing takes the place of the fade. */}
      {crossesIn ? null : <FadeKnob {...props} side="fadeUp" moment={risen} push={-fades} />}
      {crossesOut ? null : <FadeKnob {...props} side="fadeOut" moment={falls} push={fades} />}
      {crossesIn ? null : <SlopeKnob {...props} side="fadeUp" moment={part.at + part.fadeUp.seconds / 2} />}
      {crossesOut ? null : <SlopeKnob {...props} side="fadeOut" moment={end - part.fadeOut.seconds / 2} />}
    </>
  );
}

/** Trim bars take the left half of a lane, fade knobs the right edge; where it is too narrow for both the bars lie before it. */
function sideOf(side: 'left' | 'right', left: number, width: number): { left: number; width: number } {
  const right = { left: left + width - TARGET, width: TARGET };
  if (side === 'right') return right;
  return width < 2 * TARGET ? { left: right.left - TARGET, width: TARGET } : { left, width: width / 2 };
}

function TrimBar({
  base,
  left,
  width,
  pixelsPerSecond,
  tone,
  edge,
  moment,
  push,
  crosses,
}: Props & { readonly edge: 'start' | 'end'; readonly moment: number; readonly push: number; readonly crosses: boolean }) {
  const { edit, tryOut, endPreview } = useOpenShow.getState();
  const anchor = edge === 'start' ? base.at : partEnd(base);
  const to = (seconds: number, exact = false) => {
    const meant = anchor + seconds;
    return { id: base.id, edge, moment: meant + (exact ? 0 : snapBy([meant], [base.id], pixelsPerSecond)) };
  };
  // The end of a piece does not cut it: it is fitted to where the finger is. Where another one follows at once the cut between the two is moved.
  if (edge === 'end' && !crosses && fitsWhenPulled(base)) {
    return (
      <Handle
        name={t('sheet.fitTheEnd')}
        testId="fit end"
        value={moment}
        said={sayTime(moment, 3)}
        {...sideOf('left', left, width)}
        moment={moment}
        push={push}
        pixelsPerSecond={pixelsPerSecond}
        onGrasp={() => takeEnd(base)}
        onMove={(seconds) => void pullEnd(base.id, to(seconds).moment)}
        onEnd={(seconds, exact) => {
          // A key takes no hold of it first.
          if (exact) takeEnd(base);
          void dropEnd(base.id, to(seconds, exact).moment);
          letGo();
        }}
        onCancel={() => {
          letGo();
          letEndGo();
        }}
      >
        <Bar tone={tone} />
      </Handle>
    );
  }
  return (
    <Handle
      name={t(edge === 'start' ? 'sheet.trimTheStart' : 'sheet.trimTheEnd')}
      testId={`trim ${edge}`}
      value={moment}
      said={sayTime(moment, 3)}
      {...sideOf('left', left, width)}
      moment={moment}
      push={push}
      pixelsPerSecond={pixelsPerSecond}
      onMove={(seconds) => tryOut(trimEdge, to(seconds))}
      onEnd={(seconds, exact) => {
        edit(trimEdge, to(seconds, exact));
        letGo();
      }}
      onCancel={() => {
        letGo();
        endPreview();
      }}
    >
      <Bar tone={tone} />
    </Handle>
  );
}

/** Pixels sideways from a straight slope to the most bent one. */
const FULL_BEND = 60;

/** The middle of a fade's slope: drawn outward or toward the middle it bends. Only where the slope is long enough for a thumb beside its knob. */
function SlopeKnob({
  part,
  base,
  left,
  width,
  pixelsPerSecond,
  tone,
  side,
  moment,
}: Props & { readonly side: 'fadeUp' | 'fadeOut'; readonly moment: number }) {
  const { edit, tryOut, endPreview } = useOpenShow.getState();
  if (part[side].seconds * pixelsPerSecond < 2 * TARGET) return null;
  const label = t(side === 'fadeUp' ? 'details.fadeUp' : 'details.fadeOut');
  const to = (right: number) => ({
    id: base.id,
    side,
    fade: { ...base[side], bend: Number(clamp(base[side].bend + right / FULL_BEND, -1, 1).toFixed(2)) },
  });
  return (
    <Handle
      name={t('common.bend', { label })}
      testId={`${side} bend`}
      value={part[side].bend}
      said={sayBend(part[side].bend)}
      {...sideOf('right', left, width)}
      moment={moment}
      sideways
      pixelsPerSecond={pixelsPerSecond}
      onMove={(_, right) => tryOut(setFade, to(right))}
      onEnd={(_, __, right) => (right === 0 ? endPreview() : edit(setFade, to(right)))}
      onCancel={endPreview}
      onReset={() => edit(setFade, { id: base.id, side, fade: { ...base[side], bend: 0 } })}
    >
      <div className={`h-4 w-4 rotate-45 rounded-sm border-[3px] bg-card ${BORDERS[tone]}`} />
    </Handle>
  );
}

function FadeKnob({
  part,
  base,
  left,
  width,
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
      name={t(side === 'fadeUp' ? 'details.fadeUp' : 'details.fadeOut')}
      testId={side}
      value={part[side].seconds}
      said={saySpan(part[side].seconds)}
      {...sideOf('right', left, width)}
      moment={moment}
      push={push}
      pixelsPerSecond={pixelsPerSecond}
      onMove={(seconds) => tryOut(setFade, to(seconds))}
      onEnd={(seconds) => edit(setFade, to(seconds))}
      onCancel={endPreview}
      onReset={() => edit(setFade, { id: base.id, side, fade: { ...base[side], seconds: 0 } })}
    >
      <Knob tone={tone} />
    </Handle>
  );
}
