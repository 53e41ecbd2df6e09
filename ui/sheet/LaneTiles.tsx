import { useEffect, useRef } from 'react';
import { partEnd, type Show } from '../../core/show';
import { usePeaks } from '../../session/sound/useMedia';
import { useTokens, type Tokens } from '../theme/useTokens';
import type { Column } from './columns';
import { type RiverPart, type Stretch } from './river';
import type { Viewport } from './useSheetScroll';

/** Height of one canvas, CSS pixels: a long show is drawn in tiles, only those near the screen. */
const TILE = 512;

/** A part on a lane; `mute` for one that lies there and is not heard. */
export interface LaidPart {
  readonly part: RiverPart['part'];
  readonly mute?: boolean;
}

export type Draw = (pen: CanvasRenderingContext2D, river: RiverPart, stretch: Stretch, tokens: Tokens) => void;

interface Props {
  readonly show: Show;
  readonly parts: readonly LaidPart[];
  readonly draw: Draw;
  readonly column: Column;
  readonly view: Viewport;
}

/** Everything that lies on a lane, drawn in tiles. */
export function LaneTiles({ show, parts, draw, column, view }: Props) {
  const end = parts.reduce((most, { part }) => Math.max(most, partEnd(part)), 0) * view.pixelsPerSecond;
  const first = Math.max(0, Math.floor((view.top - TILE / 2) / TILE));
  const last = Math.min(Math.ceil(end / TILE) - 1, Math.floor((view.bottom + TILE / 2) / TILE));
  const tiles = [];
  for (let index = first; index <= last; index += 1) tiles.push(index);
  return tiles.map((index) => (
    <Tile key={index} index={index} show={show} draw={draw} parts={parts} column={column} pixelsPerSecond={view.pixelsPerSecond} />
  ));
}

interface TileProps {
  readonly index: number;
  readonly show: Show;
  readonly parts: readonly LaidPart[];
  readonly draw: Draw;
  readonly column: Column;
  readonly pixelsPerSecond: number;
}

function Tile({ index, show, parts, draw, column, pixelsPerSecond }: TileProps) {
  const from = (index * TILE) / pixelsPerSecond;
  const to = ((index + 1) * TILE) / pixelsPerSecond;
  const here = parts.filter(({ part }) => part.at < to && partEnd(part) > from);
  return here.map(({ part, mute = false }) => (
    <PartTile
      key={part.id}
      show={show}
      part={part}
      mute={mute}
      draw={draw}
      from={from}
      top={index * TILE}
      column={column}
      pixelsPerSecond={pixelsPerSecond}
    />
  ));
}

interface PartTileProps {
  readonly show: Show;
  readonly part: RiverPart['part'];
  readonly mute: boolean;
  readonly draw: Draw;
  readonly from: number;
  readonly top: number;
  readonly column: Column;
  readonly pixelsPerSecond: number;
}

function PartTile({ show, part, mute, draw, from, top, column, pixelsPerSecond }: PartTileProps) {
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
    draw(
      pen,
      { part, lane: { gain: lane.gain, mute: mute || lane.mute }, peaks, sourceSeconds },
      { from, pixelsPerSecond, width, height: TILE },
      tokens,
    );
  }, [part, lane, peaks, sourceSeconds, from, pixelsPerSecond, width, tokens, mute, draw]);

  return (
    <canvas ref={canvas} aria-hidden style={{ position: 'absolute', left: column.x, top, width, height: TILE, pointerEvents: 'none' }} />
  );
}
