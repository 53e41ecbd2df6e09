import { openPanel } from '../panels/open';
import { useShown, whole } from '../../session/open/store';
import { useMemo } from 'react';
import Narrow from 'lucide-react-native/icons/chevrons-right-left';
import { dipsOf, type Dips } from '../../core/level';

import { useHeard } from '../../session/sound/heard';
import { sayTime, t } from '../../words';
import { useTokens } from '../theme/useTokens';
import { TARGET } from './Handle';
import type { Column } from './columns';
import type { Viewport } from './useSheetScroll';

interface Props {
  /** What goes down, and who is the cause. */
  readonly from: Column;
  readonly to: Column;
  readonly view: Viewport;
}

/** Where the bed is down: a warm band from the narration across the bed, for exactly as long as the dip. A tap on it opens the dips. */
export function DipBands({ from, to, view }: Props) {
  const show = useShown(whole);
  const heard = useHeard((state) => state.heard);
  const bands = useMemo(() => bandsIn(dipsOf(show, heard)), [show, heard]);
  const { pixelsPerSecond, top, bottom } = view;
  return bands.map(([begin, end]) => {
    if (end * pixelsPerSecond < top || begin * pixelsPerSecond > bottom) return null;
    return (
      <div
        key={begin}
        aria-hidden
        data-testid="dip band"
        data-from={begin.toFixed(3)}
        data-to={end.toFixed(3)}
        className="bg-brick-soft"
        style={{
          position: 'absolute',
          left: from.x,
          width: to.x + to.width - from.x,
          top: Math.max(0, begin) * pixelsPerSecond,
          height: (end - Math.max(0, begin)) * pixelsPerSecond,
          opacity: 0.75,
          cursor: 'pointer',
        }}
        onClick={() => openPanel({ name: 'dips' })}
      />
    );
  });
}

/**
 * What opens the dips, on each band between what goes down and who is the cause: a thumb's height and width, above the parts that cover the band.
 */
export function DipButtons({ bed, voice, view }: { readonly bed: Column; readonly voice: Column; readonly view: Viewport }) {
  const show = useShown(whole);
  const heard = useHeard((state) => state.heard);
  const tokens = useTokens();
  const bands = useMemo(() => bandsIn(dipsOf(show, heard)), [show, heard]);
  const { pixelsPerSecond, top, bottom } = view;
  const left = (bed.x + bed.width + voice.x) / 2 - TARGET / 2;
  return bands.map(([begin, end]) => {
    const y = ((Math.max(0, begin) + end) / 2) * pixelsPerSecond;
    if (y < top || y > bottom) return null;
    return (
      <button
        key={begin}
        type="button"
        aria-label={t('sheet.dipFrom', { from: sayTime(Math.max(0, begin)), to: sayTime(end) })}
        onClick={() => openPanel({ name: 'dips' })}
        className="flex items-center justify-center"
        style={{
          position: 'absolute',
          left,
          top: y - TARGET / 2,
          width: TARGET,
          height: TARGET,
          padding: 0,
          border: 0,
          background: 'none',
          zIndex: 3,
          touchAction: 'pan-y',
        }}
      >
        <span className="flex h-5 w-5 items-center justify-center rounded-full border border-brick bg-card">
          <Narrow size={12} strokeWidth={2.5} color={tokens.brick} aria-hidden />
        </span>
      </button>
    );
  });
}

/** Stretches in which the bed is down, or layers of it are gone, seconds. */
function bandsIn({ bed, gone }: Dips): [number, number][] {
  const all = [bed, ...gone.values()].flatMap(bandsOf).sort((a, b) => a[0] - b[0]);
  const bands: [number, number][] = [];
  for (const [begin, end] of all) {
    const last = bands.at(-1);
    if (last && begin <= last[1]) last[1] = Math.max(last[1], end);
    else bands.push([begin, end]);
  }
  return bands;
}

/** Stretches in which one level is down, seconds. */
function bandsOf(bends: readonly { readonly at: number; readonly gain: number }[]): [number, number][] {
  const bands: [number, number][] = [];
  for (const [index, bend] of bends.entries()) {
    const next = bends[index + 1];
    if (!next || (bend.gain >= 0 && next.gain >= 0)) continue;
    const last = bands.at(-1);
    if (last && last[1] === bend.at) last[1] = next.at;
    else bands.push([bend.at, next.at]);
  }
  return bands;
}
