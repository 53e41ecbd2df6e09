import { useEffect, useMemo, useRef } from 'react';
import { partEnd, partsOn, type Show } from '../../core/show';
import { usePeaks } from '../../session/sound/useMedia';
import { useTokens } from '../theme/useTokens';
import type { Column } from './columns';
import { drawRiver, drawVoice, type RiverPart } from './river';
import type { Viewport } from './useSheetScroll';

/** Height of one canvas, CSS pixels: a long show is drawn in tiles, only those near the screen. */
const TILE = 512;

interface Props {
  readonly show: Show;
  readonly kind: 'bed' | 'voice';
  readonly column: Column;
  readonly view: Viewport;
}

/** Everything that lies on the lanes of one kind, drawn in tiles. */
export function LaneTiles({ show, kind, column, view }: Props) {
  const parts = useMemo(() => partsOn(show, kind), [show, kind]);
  const end = parts.reduce((most, part) => Math.max(most, partEnd(part)), 0) * view.pixelsPerSecond;
  const first = Math.max(0, Math.floor((view.top - TILE / 2) / TILE));
  const last = Math.min(Math.ceil(end / TILE) - 1, Math.floor((view.bottom + TILE / 2) / TILE));
  const tiles = [];
  for (let index = first; index <= last; index += 1) tiles.push(index);
  return tiles.map((index) => (
    <Tile key={index} index={index} show={show} kind={kind} parts={parts} column={column} pixelsPerSecond={view.pixelsPerSecond} />
  ));
}

interface TileProps {
  readonly index: number;
  readonly show: Show;
  readonly kind: 'bed' | 'voice';
  readonly parts: ReturnType<typeof partsOn>;
  readonly column: Column;
  readonly pixelsPerSecond: number;
}

function Tile({ index, show, kind, parts, column, pixelsPerSecond }: TileProps) {
  const from = (index * TILE) / pixelsPerSecond;
  const to = ((index + 1) * TILE) / pixelsPerSecond;
  const here = parts.filter((part) => part.at < to && partEnd(part) > from);
  return here.map((part) => (
    <PartTile
      key={part.id}
      show={show}
      kind={kind}
      part={part}
      from={from}
      top={index * TILE}
      column={column}
      pixelsPerSecond={pixelsPerSecond}
    />
  ));
}

interface PartTileProps {
  readonly show: Show;
  readonly kind: 'bed' | 'voice';
  readonly part: RiverPart['part'];
  readonly from: number;
  readonly top: number;
  readonly column: Column;
  readonly pixelsPerSecond: number;
}

function PartTile({ show, kind, part, from, top, column, pixelsPerSecond }: PartTileProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const tokens = useTokens();
  const { data: peaks = null } = usePeaks(part.media);
  const lane = show.lanes.find((one) => one.id === part.lane)!;
  const sourceSeconds = show.media[part.media]!.seconds;
  const { width } = column;

  useEffect(() => {
    const pen = canvas.current?.getContext('2d');
    if (!canvas.current || !pen) return;
    const dense = window.devicePixelRatio || 1;
    canvas.current.width = Math.round(width * dense);
    canvas.current.height = Math.round(TILE * dense);
    pen.scale(dense, dense);
    const draw = kind === 'bed' ? drawRiver : drawVoice;
    draw(pen, { part, lane, peaks, sourceSeconds }, { from, pixelsPerSecond, width, height: TILE }, tokens);
  }, [part, lane, peaks, sourceSeconds, from, pixelsPerSecond, width, tokens, kind]);

  return (
    <canvas ref={canvas} aria-hidden style={{ position: 'absolute', left: column.x, top, width, height: TILE, pointerEvents: 'none' }} />
  );
}
