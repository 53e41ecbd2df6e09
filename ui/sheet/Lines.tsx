import { sayTime, t } from '../../words';
import type { Line, Show } from '../../core/show';
import { setLine } from '../../core/show/edits';
import { speakingSeconds } from '../../core/speech';
import { letGo, snapBy } from '../../session/bed/snapping';
import { useOpenShow, useShown } from '../../session/open/store';
import { openPanel } from '../panels/open';
import type { Column } from './columns';
import { TARGET } from './Handle';
import { laneColumns } from './PieceLane';
import { STICKS_TO_NOW, type Viewport } from './useSheetScroll';
import { LIFT, useVerticalDrag } from './useVerticalDrag';

/** A written line without words is drawn this long, seconds. */
const EMPTY = 2;

/** Lines that are written and not recorded yet: dashed, as long as they will probably take. */
export function Lines({ saved, column, view }: { readonly saved: Show; readonly column: Column; readonly view: Viewport }) {
  const show = useShown(({ lines, lanes }) => ({ lines, lanes }));
  const columns = laneColumns(show, 'voice', column);
  return show.lines.map((line) => {
    const base = saved.lines.find((one) => one.id === line.id) ?? line;
    return <WrittenLine key={line.id} line={line} base={base} column={columns.get(line.lane) ?? column} view={view} />;
  });
}

interface LineProps {
  readonly line: Line;
  readonly base: Line;
  readonly column: Column;
  readonly view: Viewport;
}

function WrittenLine({ line, base, column, view: { pixelsPerSecond } }: LineProps) {
  const { edit, tryOut, endPreview } = useOpenShow.getState();
  const seconds = speakingSeconds(line.words) || EMPTY;
  const to = (by: number, exact: boolean) => {
    const at = base.at + by;
    return { id: line.id, change: { at: Math.max(0, at + (exact ? 0 : snapBy([at], [], pixelsPerSecond))) } };
  };
  const drag = useVerticalDrag({
    pixelsPerSecond,
    hold: LIFT,
    onMove: (by) => tryOut(setLine, to(by, false)),
    onEnd: (by, exact) => {
      edit(setLine, to(by, exact));
      letGo();
    },
    onCancel: () => {
      letGo();
      endPreview();
    },
    onTap: () => openPanel({ name: 'line', line: line.id }),
  });
  return (
    <div
      {...drag.props}
      data-testid={`line ${line.id}`}
      className="overflow-hidden border-2 border-dashed border-brick bg-card"
      style={{
        position: 'absolute',
        left: column.x + 2,
        width: column.width - 4,
        top: line.at * pixelsPerSecond,
        height: Math.max(TARGET, seconds * pixelsPerSecond),
        borderRadius: 8,
        touchAction: 'pan-y',
        cursor: 'pointer',
      }}
    >
      <span className="px-1 font-text text-tiny text-brick" aria-hidden>
        {line.words || t('sheet.aLineToWrite')}
      </span>
      <div
        role="button"
        tabIndex={0}
        aria-label={t('sheet.writtenLineAt', { at: sayTime(line.at), words: line.words || t('sheet.noWordsYet') })}
        style={{ position: 'sticky', top: STICKS_TO_NOW, height: 'min(44px, 100%)', borderRadius: 8 }}
      />
    </div>
  );
}
