import { useMemo, useRef, useState } from 'react';
import { wantedSeconds } from '../../../core/fit';
import { downbeatsOf, nameOf } from '../../../core/music';
import { LIMITS, placePictures, type Marks, type Part } from '../../../core/show';
import { clamp } from '../../../core/units';
import { askWish, touch, useTouched } from '../../../session/fit/fitting';
import { useSaved, useShown, whole } from '../../../session/open/store';
import { sayTime, t } from '../../../words';
import { Bar, Handle, pushApart } from '../Handle';
import { LaneTiles } from '../LaneTiles';
import { drawRiver } from '../river';
import type { Viewport } from '../useSheetScroll';
import { inSource, onSheet, playedOf, type FitColumns, type FitOnSheet } from './onSheet';
import { Meetings } from './Meetings';
import { useLine } from './useLine';

interface Props {
  readonly fit: FitOnSheet;
  readonly columns: FitColumns;
  readonly view: Viewport;
}

/** A line that ends so near to a change of picture, or begins so near to a bar line, means that, pixels. */
const NEAR = 12;

const nearestOf = (moments: readonly number[], at: number, reach: number): number => {
  const best = moments.reduce((near, one) => (Math.abs(one - at) < Math.abs(near - at) ? one : near), Infinity);
  return Math.abs(best - at) <= reach ? best : at;
};

/** The piece that is fitted, as it is: its passages are touched here, and a line drawn from it to a picture or a mark makes the two meet. */
export function PieceColumn({ fit, columns, view }: Props) {
  const { part, piece, heard, scale } = fit;
  const { pixelsPerSecond } = view;
  const { x, width } = columns.piece;
  const marks = useSaved((show) => show.media[part.media]!.marks) ?? NO_MARKS;
  const show = useShown(whole);
  const box = useRef<HTMLDivElement>(null);
  const wanted = wantedSeconds(show, part, fit.fitting.asked.to);
  const top = part.at * pixelsPerSecond;
  const height = (piece.to - piece.from) * scale * pixelsPerSecond;
  const moments = useMemo(() => [...placePictures(show).map(({ start }) => start), ...(show.marks ?? []).map(({ at }) => at)], [show]);
  const bars = useMemo(() => (heard ? [...downbeatsOf(heard), ...heard.sections.map(({ from }) => from)] : []), [heard]);
  const sourceAt = (y: number) => inSource(fit, part.at + (y - box.current!.getBoundingClientRect().top) / pixelsPerSecond);
  const { line, props } = useLine(({ fromY, toX, toY }) => {
    const edge = box.current!.getBoundingClientRect();
    const { meets } = fit.fitting.asked.wish;
    if (toX > edge.left || meets.length >= LIMITS.fit.meets || !heard) return;
    const source = nearestOf(bars, sourceAt(fromY), NEAR / pixelsPerSecond / scale);
    const moment = nearestOf(moments, part.at + (toY - edge.top) / pixelsPerSecond, NEAR / pixelsPerSecond);
    askWish({ meets: [...meets, { source, at: clamp(moment - part.at, 0, wanted) }] });
  });
  const entire = useMemo(
    (): Part => ({
      ...part,
      id: `${part.id} whole`,
      at: part.at / scale,
      spans: [{ from: piece.from, to: piece.to, join: 0 }],
      pins: [],
      gain: 0,
      fadeUp: NO_FADE,
      fadeOut: NO_FADE,
    }),
    [part, piece.from, piece.to, scale],
  );
  return (
    <>
      <LaneTiles
        parts={[{ part: entire, bare: true }]}
        draw={drawRiver}
        column={columns.piece}
        view={{ ...view, pixelsPerSecond: pixelsPerSecond * scale }}
      />
      <Unused fit={fit} column={columns.piece} pixelsPerSecond={pixelsPerSecond} />
      <div
        ref={box}
        {...props}
        data-testid="the piece"
        style={{ position: 'absolute', left: x, width, top, height, touchAction: 'pan-y', cursor: 'crosshair', zIndex: 3 }}
      >
        {heard?.sections.map((section) => {
          const [from, to] = [Math.max(section.from, piece.from), Math.min(section.to, piece.to)];
          if (to - from < 0.2) return null;
          const name = nameOf(marks.names, section.from, section.letter);
          return (
            <Section
              key={section.from}
              name={name}
              label={t('sheet.passage', { name, from: sayTime(from), to: sayTime(to) })}
              top={(onSheet(fit, from) - part.at) * pixelsPerSecond}
              height={(to - from) * scale * pixelsPerSecond}
              onTouch={() => touch({ passage: { from: section.from, to: section.to } })}
            />
          );
        })}
      </div>
      <Said fit={fit} marks={marks} columns={columns} pixelsPerSecond={pixelsPerSecond} />
      <TouchedPassage fit={fit} columns={columns} pixelsPerSecond={pixelsPerSecond} />
      <Meetings fit={fit} columns={columns} view={view} />
      {line && box.current ? <Drawn line={line} box={box.current} left={x} /> : null}
    </>
  );
}

const NO_FADE = { seconds: 0, bend: 0 } as const;
const NO_MARKS: Marks = { keep: [], out: [], names: [] };

interface SectionProps {
  readonly name: string;
  readonly label: string;
  readonly top: number;
  readonly height: number;
  readonly onTouch: () => void;
}

/** A passage that was heard, with its letter or name. */
function Section({ name, label, top, height, onTouch }: SectionProps) {
  return (
    <button
      type="button"
      aria-label={label}
      onClick={onTouch}
      className="border-t-2 border-card"
      style={{
        position: 'absolute',
        left: 0,
        right: 0,
        top,
        height,
        background: 'none',
        padding: 0,
        touchAction: 'pan-y',
        cursor: 'pointer',
      }}
    >
      <span
        className="absolute left-0 top-0 flex h-5 min-w-5 items-center justify-center overflow-hidden text-ellipsis whitespace-nowrap rounded-full border border-rain bg-card px-1 font-bold text-tiny text-rain"
        style={{ maxWidth: '100%' }}
      >
        {name}
      </span>
    </button>
  );
}

interface PartProps {
  readonly fit: FitOnSheet;
  readonly pixelsPerSecond: number;
}

/** What of the piece the answer does not play is pale. */
function Unused({ fit, column, pixelsPerSecond }: PartProps & { readonly column: FitColumns['piece'] }) {
  const { piece, answer } = fit;
  if (!answer) return null;
  const gaps: { from: number; to: number }[] = [];
  let end = piece.from;
  for (const { from, to } of playedOf(fit)) {
    if (from > end + 0.05) gaps.push({ from: end, to: from });
    end = Math.max(end, to);
  }
  if (end < piece.to - 0.05) gaps.push({ from: end, to: piece.to });
  return gaps.map(({ from, to }) => (
    <div
      key={from}
      aria-hidden
      className="bg-card"
      style={{
        position: 'absolute',
        left: column.x,
        width: column.width,
        top: onSheet(fit, from) * pixelsPerSecond,
        height: (to - from) * fit.scale * pixelsPerSecond,
        opacity: 0.68,
        pointerEvents: 'none',
        zIndex: 2,
      }}
    />
  ));
}

/** What was said of passages: kept whole, or left out. */
function Said({ fit, marks, columns, pixelsPerSecond }: PartProps & { readonly marks: Marks; readonly columns: FitColumns }) {
  const { x, width } = columns.piece;
  return (['keep', 'out'] as const).flatMap((kind) =>
    marks[kind].map(({ from, to }) => (
      <div
        key={`${kind} ${from}`}
        aria-hidden
        className={kind === 'keep' ? 'border-y-2 border-r-4 border-rain' : 'border-2 border-dashed border-red'}
        style={{
          position: 'absolute',
          left: x,
          width,
          top: onSheet(fit, from) * pixelsPerSecond,
          height: Math.max(4, (to - from) * fit.scale * pixelsPerSecond),
          pointerEvents: 'none',
          zIndex: 3,
        }}
      >
        <span className={`absolute bottom-0 right-0 bg-card px-1 font-bold text-tiny ${kind === 'keep' ? 'text-rain' : 'text-red'}`}>
          {t(kind === 'keep' ? 'sheet.whole' : 'sheet.out')}
        </span>
      </div>
    )),
  );
}

/** The passage that was touched, with a bar at either end. */
function TouchedPassage({ fit, columns, pixelsPerSecond }: PartProps & { readonly columns: FitColumns }) {
  const { touched } = useTouched();
  const [begun, setBegun] = useState<{ from: number; to: number } | null>(null);
  if (!touched || !('passage' in touched)) return null;
  const { passage } = touched;
  const { x, width } = columns.piece;
  const scaled = pixelsPerSecond * fit.scale;
  const base = begun ?? passage;
  const move = (edge: 'from' | 'to', by: number) => {
    const at = base[edge] + by;
    const next =
      edge === 'from'
        ? { ...passage, from: clamp(at, fit.piece.from, passage.to - 0.1) }
        : { ...passage, to: clamp(at, passage.from + 0.1, fit.piece.to) };
    touch({ passage: next });
  };
  const apart = pushApart((passage.to - passage.from) * scaled);
  return (
    <>
      <div
        aria-hidden
        className="border-2 border-amber bg-ochre-soft"
        style={{
          position: 'absolute',
          left: x,
          width,
          top: onSheet(fit, passage.from) * pixelsPerSecond,
          height: (passage.to - passage.from) * scaled,
          opacity: 0.6,
          pointerEvents: 'none',
          zIndex: 3,
        }}
      />
      {(['from', 'to'] as const).map((edge) => (
        <Handle
          key={edge}
          name={t(edge === 'from' ? 'fit.passageFrom' : 'fit.passageTo')}
          testId={`passage ${edge}`}
          value={passage[edge]}
          said={sayTime(passage[edge], 1)}
          left={x}
          width={width}
          moment={onSheet(fit, passage[edge]) / fit.scale}
          push={edge === 'from' ? -apart : apart}
          pixelsPerSecond={scaled}
          onGrasp={() => setBegun(passage)}
          onMove={(by) => move(edge, by)}
          onEnd={(by) => {
            move(edge, by);
            setBegun(null);
          }}
          onCancel={() => {
            if (begun) touch({ passage: begun });
            setBegun(null);
          }}
        >
          <Bar tone="amber" />
        </Handle>
      ))}
    </>
  );
}

/** The line under the finger. */
function Drawn({
  line,
  box,
  left,
}: {
  readonly line: NonNullable<ReturnType<typeof useLine>['line']>;
  readonly box: HTMLElement;
  readonly left: number;
}) {
  const edge = box.getBoundingClientRect();
  const origin = edge.top - box.offsetTop;
  const sheetLeft = edge.left - left;
  const [y1, y2] = [line.fromY - origin, line.toY - origin];
  const top = Math.min(y1, y2) - 4;
  return (
    <svg
      aria-hidden
      style={{
        position: 'absolute',
        left: 0,
        top,
        width: left + edge.width,
        height: Math.abs(y2 - y1) + 8,
        pointerEvents: 'none',
        zIndex: 9,
      }}
    >
      <line x1={left + 20} y1={y1 - top} x2={line.toX - sheetLeft} y2={y2 - top} className="stroke-ochre" strokeWidth={3} />
      <circle cx={line.toX - sheetLeft} cy={y2 - top} r={3.5} className="fill-ochre" />
    </svg>
  );
}
