import { useEffect, useRef } from 'react';
import {
  ownParts,
  partEnd,
  partSeconds,
  roughSource,
  showSeconds,
  soundSeconds,
  sourceWalker,
  type LaneKind,
  type Part,
  type Show,
} from '../../core/show';
import { levelFor, peakBetween } from '../../core/sound';
import { gainOfDecibels } from '../../core/units';
import { currentShow, useShown, whole } from '../../session/open/store';
import { scrubTo, useTransport } from '../../session/sound/transport';
import { usePeaks } from '../../session/sound/useMedia';
import { sayTime, t } from '../../words';
import { useTokens, type Tokens } from '../theme/useTokens';

/** Water on the dark of the stage, by kind of lane. */
const WATER: Readonly<Record<LaneKind, keyof Tokens>> = { bed: 'rain-soft', voice: 'brick-soft', own: 'slate-soft', spot: 'ochre-soft' };
const EDGE = 20;

interface Props {
  readonly width: number;
  readonly height: number;
}

/** A show without pictures on the stage: its rivers small, from the left to the right, and the now line across them. A tap goes there. */
export function SmallRivers({ width, height }: Props) {
  const show = useShown(whole);
  const seconds = Math.max(1e-3, showSeconds(show));
  const lanes = show.lanes.filter((lane) => !lane.mute && partsOf(show).some((part) => part.lane === lane.id));
  const wide = width - 2 * EDGE;
  // The play button and the clock stand below.
  const tall = Math.max(24, height - 88);
  const row = tall / Math.max(1, lanes.length);
  const go = (x: number) => scrubTo((x / wide) * seconds);
  return (
    <div
      role="slider"
      tabIndex={0}
      aria-label={t('stage.theSoundOfTheShow')}
      aria-valuemin={0}
      aria-valuemax={Number(seconds.toFixed(1))}
      aria-valuenow={0}
      aria-valuetext={sayTime(seconds)}
      data-testid="small rivers"
      onPointerDown={(event) => go(event.clientX - event.currentTarget.getBoundingClientRect().left)}
      onKeyDown={(event) => {
        const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
        if (by === 0) return;
        event.preventDefault();
        scrubTo(useTransport.getState().now + by);
      }}
      style={{ position: 'absolute', left: EDGE, top: 14, width: wide, height: tall, cursor: 'pointer', touchAction: 'manipulation' }}
    >
      {lanes.flatMap((lane, index) =>
        partsOf(show)
          .filter((part) => part.lane === lane.id && !part.mute && part.at < seconds)
          .map((part) => (
            <Water
              key={part.id}
              show={show}
              part={part}
              gain={gainOfDecibels(lane.gain + part.gain)}
              left={(part.at / seconds) * wide}
              width={((Math.min(seconds, partEnd(part)) - part.at) / seconds) * wide}
              top={index * row}
              height={row}
            />
          )),
      )}
      <Line seconds={seconds} wide={wide} />
    </div>
  );
}

const partsOf = (show: Show): readonly Part[] => [...show.parts, ...ownParts(show)];

interface WaterProps {
  readonly show: Show;
  readonly part: Part;
  readonly gain: number;
  readonly left: number;
  readonly width: number;
  readonly top: number;
  readonly height: number;
}

function Water({ show, part, gain, left, width, top, height }: WaterProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const tokens = useTokens();
  const { data: peaks } = usePeaks(part.media);
  const columns = Math.max(1, Math.round(width));
  useEffect(() => {
    const pen = canvas.current?.getContext('2d');
    if (!pen || !peaks) return;
    const rows = Math.max(1, Math.round(height));
    canvas.current!.width = columns;
    canvas.current!.height = rows;
    pen.fillStyle = tokens[WATER[part.kind]];
    const step = partSeconds(part) / columns;
    const sourceAt = sourceWalker(part.spans);
    const rough = roughSource(part, soundSeconds(show, part));
    for (let x = 0; x < columns; x += 1) {
      const from = rough(sourceAt(x * step));
      const share = Math.min(1, peakBetween(peaks, levelFor(step), from, from + step) * gain);
      const high = Math.max(1, share * (rows - 4));
      pen.fillRect(x, (rows - high) / 2, 1, high);
    }
  }, [peaks, part, show, gain, columns, height, tokens]);
  return <canvas ref={canvas} aria-hidden style={{ position: 'absolute', left, top, width, height, pointerEvents: 'none' }} />;
}

/** The now line, moved without drawing anything anew. */
function Line({ seconds, wide }: { readonly seconds: number; readonly wide: number }) {
  const line = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const follow = (now: number) => {
      line.current!.style.transform = `translateX(${((Math.min(now, seconds) / seconds) * wide).toFixed(1)}px)`;
      const slider = line.current!.parentElement!;
      slider.setAttribute('aria-valuenow', now.toFixed(1));
      slider.setAttribute('aria-valuetext', sayTime(now));
    };
    follow(useTransport.getState().now);
    return useTransport.subscribe(({ now }, before) => {
      if (now !== before.now && currentShow()) follow(now);
    });
  }, [seconds, wide]);
  return <div ref={line} style={{ position: 'absolute', left: -1, top: -6, bottom: -6, width: 2 }} className="bg-amber" />;
}
