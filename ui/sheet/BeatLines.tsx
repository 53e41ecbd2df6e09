import { useShown, whole } from '../../session/open/store';
import { memo, useMemo } from 'react';
import { laidBeats, laidSections } from '../../core/music';
import { partEnd, partsOn, type Part, type Show } from '../../core/show';
import { useHearing } from '../../session/fit/hearings';
import { laneColumns } from './PieceLane';
import type { Column } from './columns';
import type { Viewport } from './useSheetScroll';

/** Lines closer together than this are noise, pixels: beats, bars, bar numbers. */
const BEATS_APART = 9;
const BARS_APART = 24;
const NUMBERS_APART = 34;
/** A section's name needs this much. */
const NAME_TALL = 18;

interface Props {
  readonly column: Column;
  readonly view: Viewport;
}

/** Beats, bars and sections of the bed on the water, as far as the pieces have been heard and the zoom leaves room. */
export function BeatLines({ column, view }: Props) {
  const show = useShown(whole);
  const parts = useMemo(() => partsOn(show, 'bed'), [show]);
  const columns = useMemo(() => laneColumns(show, 'bed', column), [show, column]);
  const { top, bottom, pixelsPerSecond } = view;
  return parts
    .filter((part) => part.at * pixelsPerSecond <= bottom && partEnd(part) * pixelsPerSecond >= top)
    .map((part) => <PartBeats key={part.id} media={show.media} part={part} column={columns.get(part.lane)!} view={view} />);
}

const PartBeats = memo(function PartBeats({
  media,
  part,
  column,
  view,
}: {
  readonly media: Show['media'];
  readonly part: Part;
  readonly column: Column;
  readonly view: Viewport;
}) {
  const { data: heard } = useHearing(media[part.media]!);
  const beats = useMemo(() => (heard ? laidBeats({ media }, part, heard) : []), [media, part, heard]);
  const sections = useMemo(() => (heard ? laidSections({ media }, part, heard) : []), [media, part, heard]);
  if (!heard) return null;
  const { top, bottom, pixelsPerSecond } = view;
  const beat = heard.pulse.tempo === null ? Infinity : (60 / heard.pulse.tempo) * pixelsPerSecond;
  const bar = beat * heard.perBar;
  const seen =
    bar < BARS_APART
      ? []
      : beats.filter(
          ({ at, beat: place }) => (place === 0 || beat >= BEATS_APART) && at * pixelsPerSecond > top && at * pixelsPerSecond < bottom,
        );
  return (
    <div
      aria-hidden
      data-testid={`beats ${part.id}`}
      style={{ position: 'absolute', left: column.x, width: column.width, top: 0, pointerEvents: 'none' }}
    >
      {seen.map(({ at, beat: place, bar: number }) => (
        <div key={at} className="absolute left-0 right-0" style={{ top: at * pixelsPerSecond }}>
          <div
            className={place === 0 ? 'bg-ink' : 'bg-ink-2'}
            style={{ height: 1, margin: place === 0 ? 0 : '0 30%', opacity: place === 0 ? 0.3 : 0.16 }}
          />
          {place === 0 && bar >= NUMBERS_APART && number > 0 ? (
            <span className="absolute left-1 top-0.5 font-mono text-tiny text-ink-2">{number}</span>
          ) : null}
        </div>
      ))}
      {sections
        .filter(
          ({ from, to }) => (to - from) * pixelsPerSecond >= NAME_TALL && to * pixelsPerSecond > top && from * pixelsPerSecond < bottom,
        )
        .map(({ from, name }) => (
          <span
            key={from}
            className="absolute right-1 rounded-full bg-card px-1.5 font-bold text-tiny text-rain"
            style={{ top: from * pixelsPerSecond + 2 }}
          >
            {name}
          </span>
        ))}
    </div>
  );
});
