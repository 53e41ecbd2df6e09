import { laidSpans, partEnd, partSeconds, type Part } from '../../../core/show';
import { ask } from '../../../session/fit/fitting';
import { useShown } from '../../../session/open/store';
import { pause, playShow, seek, useTransport } from '../../../session/sound/transport';
import { sayTime, t } from '../../../words';
import { Bar, Handle, TARGET } from '../Handle';
import type { Viewport } from '../useSheetScroll';
import { onSheet, type FitColumns, type FitOnSheet } from './onSheet';
import { useState } from 'react';

interface Props {
  readonly fit: FitOnSheet;
  readonly columns: FitColumns;
  readonly view: Viewport;
}

/** The piece as it will be: lines show where each passage comes from, a touch plays from there, and its end can be pulled. */
export function FitRiver({ fit, columns, view }: Props) {
  const part = useShown((show) => show.parts.find((one) => one.id === fit.part.id) ?? fit.part);
  const { pixelsPerSecond } = view;
  const { x, width } = columns.bed;
  const sounding = useTransport((state) => state.playing.kind === 'show');
  const seconds = partSeconds(part);
  return (
    <>
      {fit.answer ? <Lines fit={fit} columns={columns} view={view} part={part} /> : null}
      <button
        type="button"
        aria-label={sounding ? t('stage.pause') : t('sheet.hearItFromHere')}
        data-testid="as it will be"
        onClick={(event) => {
          if (sounding) return pause();
          const { top } = event.currentTarget.getBoundingClientRect();
          // By a key it plays from the now line.
          if (event.detail > 0) seek(part.at + Math.min(seconds, Math.max(0, (event.clientY - top) / pixelsPerSecond)));
          return playShow();
        }}
        style={{
          position: 'absolute',
          left: x,
          width,
          top: part.at * pixelsPerSecond,
          height: seconds * pixelsPerSecond,
          background: 'none',
          border: 0,
          padding: 0,
          touchAction: 'pan-y',
          cursor: 'pointer',
        }}
      />
      <End part={part} left={x} width={width} pixelsPerSecond={pixelsPerSecond} />
    </>
  );
}

/** Pulling the end asks for another length; the answers follow when the finger lets go. */
function End({
  part,
  left,
  width,
  pixelsPerSecond,
}: {
  readonly part: Part;
  readonly left: number;
  readonly width: number;
  readonly pixelsPerSecond: number;
}) {
  const [by, setBy] = useState(0);
  const end = partEnd(part);
  return (
    <Handle
      name={t('sheet.fitTheEnd')}
      testId="fit end"
      value={end}
      said={sayTime(end, 3)}
      left={left}
      width={Math.max(TARGET, width / 2)}
      moment={end + by}
      pixelsPerSecond={pixelsPerSecond}
      onMove={setBy}
      onEnd={(seconds) => {
        setBy(0);
        ask({ to: Math.max(2, end - part.at + seconds) });
      }}
      onCancel={() => setBy(0)}
    >
      <Bar tone="rain" />
    </Handle>
  );
}

/** From each passage of the piece to where it will sound. */
function Lines({ fit, columns, view, part }: Props & { readonly part: Part }) {
  const { pixelsPerSecond, top, bottom } = view;
  const [left, right] = [columns.piece.x + columns.piece.width, columns.bed.x];
  const width = right - left;
  const middle = width / 2;
  const { answer } = fit;
  const spans = answer!.spans;
  const laid = laidSpans(part.spans, part.at);
  const edges = spans.flatMap((span, i) => {
    const place = laid[i];
    return place
      ? [
          { source: span.from, at: place.start },
          { source: span.to, at: place.end },
        ]
      : [];
  });
  return (
    <svg
      aria-hidden
      data-testid="lines of the fit"
      style={{ position: 'absolute', left, top, width, height: bottom - top, pointerEvents: 'none', overflow: 'hidden', zIndex: 2 }}
    >
      {edges.map(({ source, at }, i) => {
        const [y1, y2] = [onSheet(fit, source) * pixelsPerSecond - top, at * pixelsPerSecond - top];
        return (
          <path
            key={i}
            d={`M1 ${y1} C${middle} ${y1} ${middle} ${y2} ${width - 1} ${y2}`}
            className="fill-none stroke-rain"
            strokeWidth={1.5}
            strokeOpacity={0.7}
          />
        );
      })}
    </svg>
  );
}
