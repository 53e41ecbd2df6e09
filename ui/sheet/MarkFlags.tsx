import Flag from 'lucide-react-native/icons/flag';
import type { Mark } from '../../core/show';
import { setMark } from '../../core/show/edits';
import { letGo, snapBy } from '../../session/bed/snapping';
import { useOpenShow, useShown } from '../../session/open/store';
import { scrubTo } from '../../session/sound/transport';
import { sayTime, t } from '../../words';
import { useTokens } from '../theme/useTokens';
import { TARGET } from './Handle';
import { pushes } from './spread';
import type { Viewport } from './useSheetScroll';
import { LIFT, useVerticalDrag } from './useVerticalDrag';

/** Moments that were marked: a flag in the margin and a line across. A tap goes there, held it is moved. */
export function MarkFlags({ view, width }: { readonly view: Viewport; readonly width: number }) {
  const marks = useShown((show) => show.marks) ?? NONE;
  const apart = pushes(
    marks.map(({ at }) => at * view.pixelsPerSecond),
    TARGET,
  );
  return marks.map((mark, index) => {
    const y = mark.at * view.pixelsPerSecond;
    return y < view.top || y > view.bottom ? null : <MarkFlag key={mark.id} mark={mark} view={view} width={width} push={apart[index]!} />;
  });
}

const NONE: readonly Mark[] = [];

interface FlagProps {
  readonly mark: Mark;
  readonly view: Viewport;
  readonly width: number;
  /** Pixels by which its flag is drawn further down, to make room for another one; its line stays. */
  readonly push: number;
}

function MarkFlag({ mark, view: { pixelsPerSecond }, width, push }: FlagProps) {
  const { edit, tryOut, endPreview } = useOpenShow.getState();
  const tokens = useTokens();
  const { id, at, name } = mark;
  const moved = (by: number, exact: boolean) => {
    const show = useOpenShow.getState().state;
    const before = show.status === 'open' ? (show.history.show.marks?.find((one) => one.id === id)?.at ?? at) : at;
    const meant = before + by;
    return { id, at: meant + (exact ? 0 : snapBy([meant], [id], pixelsPerSecond)) };
  };
  const drag = useVerticalDrag({
    pixelsPerSecond,
    hold: LIFT,
    onMove: (by) => tryOut(setMark, moved(by, false)),
    onEnd: (by, exact) => {
      edit(setMark, moved(by, exact));
      letGo();
    },
    onCancel: () => {
      letGo();
      endPreview();
    },
    onTap: () => scrubTo(at),
  });
  return (
    <>
      <div
        aria-hidden
        className="border-t border-dashed border-amber"
        style={{ position: 'absolute', left: 0, width, top: at * pixelsPerSecond, pointerEvents: 'none', zIndex: 2 }}
      />
      <div
        {...drag.props}
        role="button"
        tabIndex={0}
        data-testid={`mark ${id}`}
        aria-label={t('sheet.markAt', { name: name || t('sheet.mark'), at: sayTime(at) })}
        className="flex items-center"
        style={{
          position: 'absolute',
          left: 0,
          top: at * pixelsPerSecond - TARGET / 2 + push,
          minWidth: TARGET,
          height: TARGET,
          zIndex: 3,
          touchAction: 'pan-y',
          cursor: 'pointer',
        }}
      >
        <span
          className="flex items-center gap-0.5 overflow-hidden whitespace-nowrap rounded-full border border-amber bg-card px-1 font-bold text-tiny text-amber"
          style={{ maxWidth: 110, textOverflow: 'ellipsis' }}
        >
          <Flag size={12} strokeWidth={2} color={tokens.amber} aria-hidden />
          {name}
        </span>
      </div>
    </>
  );
}
