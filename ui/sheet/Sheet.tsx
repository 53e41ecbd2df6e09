import { t, sayLane } from '../../words';
import { useMemo, type ReactNode } from 'react';
import { compareLengths, hasOwnSound, lanesOf, partEnd, partsOn, showSeconds, type Lane, type LaneKind, type Show } from '../../core/show';
import type { Face } from '../../session/faces';
import { useOpenShow, useShow, useShown, whole } from '../../session/open/store';
import { BeatLines } from './BeatLines';
import { columnsFor, sayMark, tickStep, type Column, type Columns } from './columns';
import { DipBands, DipButtons } from './DipBands';
import { FitRiver } from './fit/FitRiver';
import { isApart, useFitOnSheet, withPiece, type FitColumns } from './fit/onSheet';
import { PieceColumn } from './fit/PieceColumn';
import { usePanel } from '../panels/open';
import { LaneKnobs } from './LaneKnobs';
import { Lines } from './Lines';
import { MarkFlags } from './MarkFlags';
import { NowLine } from './NowLine';
import { OwnLane } from './OwnLane';
import { PictureColumn } from './PictureColumn';
import { PieceLane, laneColumns } from './PieceLane';
import { drawRiver, drawSpot, drawVoice } from './river';
import { PullChip, PullLine } from './Pulled';
import { SheetButton } from './SheetButton';
import { SnapLine } from './Snap';
import { SpeechMarks } from './SpeechMarks';
import { Stitches } from './Stitches';
import { useSheetScroll, useZoomGestures, type Viewport } from './useSheetScroll';

interface Props {
  readonly width: number;
  /** The height that it has while nothing is open below it, pixels. */
  readonly tall: number;
  readonly wide: boolean;
  /** What stands above the show's first moment. */
  readonly start?: ReactNode;
}

/** A lower sheet has no room for the button beside the now line, pixels. */
const LEAST_FOR_BUTTON = 170;
/** A wide sheet as wide as this keeps the voices beside a fit, pixels. */
const ROOM_FOR_VOICE = 620;

/** The sheet: time runs down, one column for each lane, the now line stands still. */
export function Sheet({ width, tall, wide, start }: Props) {
  const show = useShown(whole);
  const saved = useShow() ?? show;
  const face = useOpenShow((store) => store.face);
  const seconds = showSeconds(show);
  // The bed may run over the pictures: the sheet shows it all, so that its end can be taken hold of.
  const drawn = useMemo(() => Math.max(showSeconds(show), ...show.parts.map(partEnd), compareLengths(show).bed), [show]);
  const { scroller, onScroll, height, nowAt, view } = useSheetScroll(drawn, tall);
  useZoomGestures(scroller);

  const speakers = useMemo(() => lanesOf(show, 'voice').length, [show]);
  const beds = useMemo(() => lanesOf(show, 'bed').length, [show]);
  const voiced = useMemo(() => partsOn(show, 'voice').length + show.lines.length > 0, [show]);
  const voices = voiced || face === 'voice' ? speakers : 0;
  const bare = useMemo(() => partsOn(show, 'bed').length === 0, [show]);
  const spots = useMemo(() => partsOn(show, 'spot').length > 0, [show]);
  const wanted = useOpenShow((store) => store.own);
  const own = useMemo(
    // A sound that was set apart outlives its clip.
    () => wanted && (partsOn(show, 'own').length > 0 || show.pictures.some((picture) => hasOwnSound(show, picture))),
    [wanted, show],
  );
  // The lane that is open on the desk has the widest column: what was ridden on it is taken hold of here.
  const opened = usePanel(({ panel }) => (panel?.name === 'lane' ? panel.lane : null));
  const lane = show.lanes.find(({ id }) => id === opened) ?? null;
  const home = lane?.pins ? HOMES[lane.kind] : face;
  const fit = useFitOnSheet();
  const fits = fit !== null;
  const columns = useMemo((): Columns & Partial<FitColumns> => {
    if (!fits) return columnsFor(home, width, { voice: voices, own, spot: spots }, wide);
    // The fit takes the room of what does not belong to it, where there is little.
    const roomy = wide && width >= ROOM_FOR_VOICE;
    return withPiece(columnsFor('bed', width, { voice: roomy ? voices : 0, own: false, spot: false }, wide));
  }, [fits, home, width, voices, own, spots, wide]);
  const { pixelsPerSecond } = view;

  return (
    <div style={{ position: 'relative', flex: 1, minHeight: 0, overflow: 'hidden' }} className="bg-card" data-testid="sheet">
      <div
        ref={scroller}
        onScroll={onScroll}
        role="region"
        aria-label={t('sheet.sheetTimeRunsDown')}
        tabIndex={-1}
        style={{
          position: 'absolute',
          inset: 0,
          overflowY: 'scroll',
          overflowX: 'hidden',
          scrollbarWidth: 'none',
          overflowAnchor: 'none',
          touchAction: 'pan-y',
          userSelect: 'none',
          ['--now' as string]: `${nowAt}px`,
        }}
      >
        <div style={{ position: 'relative', height: drawn * pixelsPerSecond + height, overflow: 'clip' }}>
          <div style={{ position: 'absolute', left: 0, right: 0, top: wide ? 30 : 0, height: nowAt - (wide ? 30 : 0) }}>
            {fits ? null : start}
          </div>
          <div style={{ position: 'absolute', left: 0, right: 0, top: nowAt }}>
            <Ticks view={view} seconds={drawn} width={width} />
            {bare ? <EmptyBed left={columns.bed.x} width={columns.bed.width} height={seconds * pixelsPerSecond} /> : null}
            {columns.voice ? <DipBands from={columns.own ?? columns.bed} to={columns.voice} view={view} /> : null}
            <PictureColumn column={columns.pictures} view={view} sortable={face === 'pictures'} />
            {columns.own ? <OwnLane saved={saved} column={columns.own} view={view} /> : null}
            <PieceLane saved={saved} kind="bed" draw={drawRiver} tone="rain" column={columns.bed} view={view} quiet={fits} />
            {fit && isApart(columns) ? (
              <>
                <FitRiver fit={fit} columns={columns} view={view} />
                <PieceColumn fit={fit} columns={columns} view={view} />
              </>
            ) : null}
            {columns.spot ? <PieceLane saved={saved} kind="spot" draw={drawSpot} tone="ochre" column={columns.spot} view={view} /> : null}
            {columns.voice ? (
              <>
                <PieceLane saved={saved} kind="voice" draw={drawVoice} tone="brick" column={columns.voice} view={view} />
                <SpeechMarks column={columns.voice} view={view} />
                <Lines saved={saved} column={columns.voice} view={view} />
              </>
            ) : null}
            {lane && !fits ? <OpenLane lane={lane} saved={saved} columns={columns} view={view} /> : null}
            {columns.voice && !fits ? <DipButtons bed={columns.spot ?? columns.bed} voice={columns.voice} view={view} /> : null}
            {fits ? null : <BeatLines column={columns.bed} view={view} />}
            <Stitches column={columns.bed} view={view} />
            <MarkFlags view={view} width={width} />
            <PullLine pixelsPerSecond={pixelsPerSecond} width={width} />
            <SnapLine pixelsPerSecond={pixelsPerSecond} width={width} />
            <EndLine y={seconds * pixelsPerSecond} width={width} />
          </div>
        </div>
      </div>
      <NowLine top={nowAt} seconds={seconds} />
      <PullChip />
      {height > LEAST_FOR_BUTTON && !fits ? <SheetButton /> : null}
      {columns.voice && speakers > 1 ? <LaneNames kind="voice" column={columns.voice} top={wide ? 32 : 2} /> : null}
      {beds > 1 && !fits ? <LaneNames kind="bed" column={columns.bed} top={wide ? 32 : 2} /> : null}
      {wide ? <Headings columns={columns} fits={fits} /> : null}
      {isApart(columns) ? <FitNames columns={columns} top={wide ? 32 : 2} /> : null}
    </div>
  );
}

/** The face on which each kind of lane is at home. */
const HOMES: Readonly<Record<LaneKind, Face>> = { bed: 'bed', voice: 'voice', spot: 'bed', own: 'pictures' };

interface OpenLaneProps {
  readonly lane: Lane;
  readonly saved: Show;
  readonly columns: Columns;
  readonly view: Viewport;
}

function OpenLane({ lane, saved, columns, view }: OpenLaneProps) {
  const show = useShown(whole);
  const of = columns[lane.kind];
  const column = of && (lane.kind === 'bed' || lane.kind === 'voice' ? laneColumns(show, lane.kind, of).get(lane.id) : of);
  return column ? <LaneKnobs lane={lane} saved={saved} column={column} view={view} /> : null;
}

function Ticks({ view, seconds, width }: { readonly view: Viewport; readonly seconds: number; readonly width: number }) {
  const step = tickStep(view.pixelsPerSecond);
  const first = Math.max(0, Math.floor(view.top / view.pixelsPerSecond / step));
  const last = Math.min(Math.floor(seconds / step), Math.ceil(view.bottom / view.pixelsPerSecond / step));
  const marks = [];
  for (let index = first; index <= last; index += 1) marks.push(index * step);
  return marks.map((moment) => (
    <div
      key={moment}
      aria-hidden
      style={{ position: 'absolute', left: 0, top: moment * view.pixelsPerSecond, width, height: 1 }}
      className="bg-line"
    >
      <span style={{ position: 'absolute', left: 4, top: -8 }} className="bg-card pr-1 font-mono text-tiny text-ink-2">
        {sayMark(moment, step)}
      </span>
    </div>
  ));
}

function EmptyBed({ left, width, height }: { readonly left: number; readonly width: number; readonly height: number }) {
  return (
    <div
      aria-hidden
      className="rounded-part border-2 border-dashed border-rain-soft"
      style={{ position: 'absolute', left: left + 4, width: width - 8, top: 0, height: Math.max(0, height - 3) }}
    />
  );
}

/** Where the pictures end: what the bed has to meet. */
function EndLine({ y, width }: { readonly y: number; readonly width: number }) {
  if (y === 0) return null;
  return (
    <div
      aria-hidden
      style={{ position: 'absolute', left: 0, top: y, width, height: 2, pointerEvents: 'none', zIndex: 2 }}
      className="bg-moss"
    >
      <span style={{ position: 'absolute', right: 6, top: 3 }} className="rounded-full bg-moss-soft px-2 font-bold text-tiny text-moss">
        {t('sheet.endOfTheShow')}
      </span>
    </div>
  );
}

const HEADINGS = [
  { lane: 'pictures', title: 'common.pictures', tone: 'text-moss' },
  { lane: 'own', title: 'sheet.own', tone: 'text-slate' },
  { lane: 'bed', title: 'common.bed', tone: 'text-rain' },
  { lane: 'spot', title: 'sheet.spots', tone: 'text-ochre' },
  { lane: 'voice', title: 'common.voice', tone: 'text-brick' },
] as const;

/** The columns' names, where there is room for them. */
function Headings({ columns, fits }: { readonly columns: Columns; readonly fits: boolean }) {
  return (
    <div
      style={{ position: 'absolute', left: 0, right: 0, top: 0, height: 30, pointerEvents: 'none', zIndex: 8 }}
      className="border-b border-line bg-card"
    >
      {HEADINGS.map(({ lane, title, tone }) => {
        const column = lane === 'bed' && fits ? null : columns[lane];
        return column ? (
          <span key={lane} style={{ position: 'absolute', left: column.x + 4, top: 6 }} className={`font-bold text-small ${tone}`}>
            {t(title)}
          </span>
        ) : null;
      })}
    </div>
  );
}

/** What stands where while a piece is fitted. */
function FitNames({ columns, top }: { readonly columns: FitColumns; readonly top: number }) {
  return (
    [
      [columns.piece, 'sheet.thePiece'],
      [columns.bed, 'sheet.asItWillBe'],
    ] as const
  ).map(([{ x }, name]) => (
    <span
      key={name}
      className="rounded-full bg-rain-mist px-1.5 font-bold text-tiny text-rain"
      style={{ position: 'absolute', left: x, top, pointerEvents: 'none', zIndex: 8 }}
    >
      {t(name)}
    </span>
  ));
}

interface NamesProps {
  readonly kind: 'bed' | 'voice';
  readonly column: Column;
  readonly top: number;
}

const NAME_TONES = { bed: 'bg-rain-mist text-rain', voice: 'bg-brick-soft text-brick' } as const;

/** What each lane of a kind is called, where there are several. */
function LaneNames({ kind, column, top }: NamesProps) {
  const show = useShown(whole);
  const names = new Map(show.lanes.map((lane) => [lane.id, lane.mute ? t('sheet.muted', { title: sayLane(lane) }) : sayLane(lane)]));
  return [...laneColumns(show, kind, column)].map(([id, { x, width }]) => (
    <span
      key={id}
      className={`overflow-hidden text-ellipsis whitespace-nowrap rounded-full px-1.5 font-bold text-tiny ${NAME_TONES[kind]}`}
      style={{ position: 'absolute', left: x + 1, maxWidth: width - 2, top, pointerEvents: 'none', zIndex: 8 }}
    >
      {names.get(id)}
    </span>
  ));
}
