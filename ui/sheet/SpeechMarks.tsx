import { useShown, whole } from '../../session/open/store';
import { useMemo } from 'react';
import { phrasesOf } from '../../core/level';
import { partsOn } from '../../core/show';
import { useHeard } from '../../session/sound/heard';
import type { Column } from './columns';
import { laneColumns } from './PieceLane';
import type { Viewport } from './useSheetScroll';

/** Where somebody speaks in the narrations: a line along their edge, broken at the pauses. */
export function SpeechMarks({ column, view }: { readonly column: Column; readonly view: Viewport }) {
  const show = useShown(whole);
  const heard = useHeard((state) => state.heard);
  const columns = useMemo(() => laneColumns(show, 'voice', column), [show, column]);
  const marks = useMemo(
    () =>
      partsOn(show, 'voice').flatMap((part) =>
        phrasesOf(show, part, heard).map(({ from, to }) => ({ lane: part.lane, from: part.at + from, to: part.at + to })),
      ),
    [show, heard],
  );
  const { pixelsPerSecond, top, bottom } = view;
  return marks.map(({ lane, from, to }) =>
    to * pixelsPerSecond < top || from * pixelsPerSecond > bottom ? null : (
      <div
        key={`${lane} ${from}`}
        aria-hidden
        className="rounded-full bg-brick"
        style={{
          position: 'absolute',
          left: (columns.get(lane) ?? column).x + 5,
          width: 3,
          top: from * pixelsPerSecond,
          height: Math.max(2, (to - from) * pixelsPerSecond),
          pointerEvents: 'none',
        }}
      />
    ),
  );
}
