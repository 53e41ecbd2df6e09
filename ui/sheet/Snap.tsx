import { sayTime, t } from '../../words';
import { useSnap } from '../../session/bed/snapping';

const KINDS = {
  picture: 'sheet.changeOfPicture',
  end: 'sheet.endOfAPart',
  now: 'sheet.nowLine',
  mark: 'sheet.mark',
  beat: 'sheet.beat',
} as const;

/** What a drag has been drawn to, and why. */
export function SnapLine({ pixelsPerSecond, width }: { readonly pixelsPerSecond: number; readonly width: number }) {
  const { caught } = useSnap();
  if (!caught) return null;
  return (
    <div
      aria-hidden
      className="border-t-2 border-dashed border-amber"
      style={{ position: 'absolute', left: 0, width, top: caught.at * pixelsPerSecond - 1, pointerEvents: 'none', zIndex: 6 }}
    >
      <span style={{ position: 'absolute', right: 6, top: -20 }} className="rounded-full bg-amber px-2 font-bold text-tiny text-paper">
        {t(KINDS[caught.kind])} {sayTime(caught.at)}
      </span>
    </div>
  );
}
