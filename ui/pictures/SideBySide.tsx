import { t } from '../../words';
import { useCallback, useEffect, useRef } from 'react';
import { filmAt, type Clip, type Media } from '../../core/show';
import { levelFor, peakBetween, type Peaks } from '../../core/sound';
import { usePeaks } from '../../session/sound/useMedia';
import { usePainting } from '../controls/usePainting';
import { useVerticalDrag } from '../sheet/useVerticalDrag';
import { useTokens } from '../theme/useTokens';

const TALL = 260;

interface Props {
  readonly clip: Clip;
  readonly clipMedia: Media;
  readonly recording: Media;
  /** Second of the clip's source at which the recording begins. */
  readonly offset: number;
  readonly onShift: (offset: number) => void;
}

/** The clip's own sound and the recording beside it, time running down; the recording can be dragged along. */
export function SideBySide({ clip, clipMedia, recording, offset, onShift }: Props) {
  const tokens = useTokens();
  const { data: own } = usePeaks(clipMedia.id);
  const { data: other } = usePeaks(recording.id);
  const pixelsPerSecond = TALL / (filmAt(clip, clip.hold) - clip.from);
  const begun = useRef(offset);
  const drag = useVerticalDrag({
    pixelsPerSecond,
    hold: 0,
    onMove: (seconds) => onShift(begun.current + seconds),
    onEnd: (seconds) => {
      onShift(begun.current + seconds);
      begun.current += seconds;
    },
    onCancel: () => onShift(begun.current),
  });
  useEffect(() => {
    if (!drag.lifted) begun.current = offset;
  }, [drag.lifted, offset]);

  const paint = useCallback(
    (pen: CanvasRenderingContext2D, width: number) => {
      const half = width / 2;
      drawDown(pen, own, half * 0.5, half * 0.42, clip.from, pixelsPerSecond, tokens.slate);
      drawDown(pen, other, half * 1.5, half * 0.42, clip.from - offset, pixelsPerSecond, tokens.brick);
      pen.fillStyle = tokens.line;
      pen.fillRect(half - 0.5, 0, 1, TALL);
    },
    [own, other, clip.from, offset, pixelsPerSecond, tokens],
  );
  const canvas = usePainting(TALL, paint);

  return (
    <div>
      <div className="flex justify-around font-text text-small text-ink-2">
        <span>{clipMedia.title}</span>
        <span>{recording.title}</span>
      </div>
      <div
        {...drag.props}
        role="slider"
        tabIndex={0}
        aria-label={t('pictures.shiftTheRecording')}
        aria-orientation="vertical"
        aria-valuenow={Number(offset.toFixed(3))}
        className="rounded-part border border-line bg-card"
        style={{ touchAction: 'none', cursor: 'ns-resize' }}
      >
        <canvas ref={canvas} style={{ width: '100%', height: TALL, display: 'block' }} />
      </div>
    </div>
  );
}

/** A waveform down a column, as high as it gets within the stretch that is seen. */
function drawDown(
  pen: CanvasRenderingContext2D,
  peaks: Peaks | undefined,
  middle: number,
  half: number,
  from: number,
  pixelsPerSecond: number,
  colour: string,
): void {
  if (!peaks) return;
  const level = levelFor(1 / pixelsPerSecond);
  const rows = Array.from({ length: TALL }, (_, row) => {
    const moment = from + row / pixelsPerSecond;
    return moment < 0 ? 0 : peakBetween(peaks, level, moment, moment + 1 / pixelsPerSecond);
  });
  const most = Math.max(1e-6, ...rows);
  pen.fillStyle = colour;
  for (const [row, value] of rows.entries()) pen.fillRect(middle - (value / most) * half, row, Math.max(0.5, (value / most) * half * 2), 1);
}
