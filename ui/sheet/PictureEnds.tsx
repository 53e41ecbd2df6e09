import { memo } from 'react';
import { filmAt, hasOwnSound, type PlacedPicture, type Show } from '../../core/show';
import { crossOwnAlong, setDissolve, setHold, trimClip } from '../../core/show/edits';
import { letGo, snapBy } from '../../session/bed/snapping';
import { currentShow, useOpenShow } from '../../session/open/store';
import { decimal, saySpan, sayTime, t } from '../../words';
import type { Column } from './columns';
import { Bar, Handle, Knob, TARGET } from './Handle';
import { spreadOut } from './spread';

interface Props {
  readonly placed: PlacedPicture;
  readonly column: Column;
  readonly pixelsPerSecond: number;
}

/** Two clips that dissolve into each other, whose sounds do not: that is offered. */
function offerSound(show: Show | null, id: string): void {
  const index = show?.pictures.findIndex((one) => one.id === id) ?? -1;
  const [first, second] = [show?.pictures[index], show?.pictures[index + 1]];
  if (!show || !first || !second || first.dissolve === 0 || !hasOwnSound(show, first) || !hasOwnSound(show, second)) return;
  if (!first.own.on || !second.own.on || second.own.lead >= first.dissolve) return;
  useOpenShow.getState().notify({
    kind: 'words',
    text: t('pictures.theyDissolve', { seconds: saySpan(first.dissolve) }),
    action: { label: t('pictures.crossTheSoundsToo'), run: () => useOpenShow.getState().edit(crossOwnAlong, { id }) },
  });
}

/** Only a picture that is chosen alone shows what its ends are taken hold of by: its time, its dissolve, and for a clip where its film begins. */
export const PictureEnds = memo(function PictureEnds({ placed, column, pixelsPerSecond }: Props) {
  const { picture, start, end } = placed;
  const alone = useOpenShow(
    ({ chosen, several }) => !several && chosen?.kind === 'pictures' && chosen.ids.length === 1 && chosen.ids[0] === picture.id,
  );
  const { edit, tryOut, endPreview } = useOpenShow.getState();
  const saved = currentShow()?.pictures ?? [];
  const base = alone ? saved.find((one) => one.id === picture.id) : undefined;
  if (!base) return null;
  const last = saved.at(-1)?.id === picture.id;
  const dissolves = end - picture.dissolve;
  // A narrow column has no room for two side by side: then they lie one above the other.
  const narrow = column.width < 2 * TARGET;
  const places = [start, dissolves, end].map((moment) => moment * pixelsPerSecond);
  const [first, middle] = narrow ? spreadUp(places) : spreadOut(places.slice(0, 2), TARGET);
  const cancel = () => {
    letGo();
    endPreview();
  };
  const common = { width: TARGET, pixelsPerSecond, onCancel: cancel };
  // Its end is drawn to marks, beats and ends of sounds; what stands behind it moves along.
  const snapped = (seconds: number) => seconds + snapBy([end - picture.hold + base.hold + seconds], [picture.id], pixelsPerSecond);
  const to = (seconds: number) => ({ ids: [picture.id], seconds: base.hold + seconds });
  const over = (seconds: number) => ({ ids: [picture.id], seconds: base.dissolve - seconds });
  const from = (seconds: number) => ({
    id: picture.id,
    edge: 'start' as const,
    position: base.kind === 'clip' ? filmAt(base, seconds) : 0,
  });
  return (
    <>
      <Handle
        {...common}
        left={column.x + column.width - TARGET}
        name={t('pictures.timeOnScreen')}
        testId="hold"
        value={picture.hold}
        said={t('sheet.seconds', { hold: decimal(picture.hold, 1) })}
        moment={end}
        onMove={(seconds) => tryOut(setHold, to(snapped(seconds)))}
        onEnd={(seconds, exact) => {
          edit(setHold, to(exact ? seconds : snapped(seconds)));
          letGo();
        }}
      >
        <Bar tone="moss" />
      </Handle>
      {last ? null : (
        <Handle
          {...common}
          left={column.x}
          name={t('sheet.dissolve')}
          testId="dissolve"
          value={picture.dissolve}
          said={t('sheet.seconds', { hold: decimal(picture.dissolve, 1) })}
          moment={dissolves}
          push={middle! - places[1]!}
          onMove={(seconds) => tryOut(setDissolve, over(seconds))}
          onEnd={(seconds) => {
            edit(setDissolve, over(seconds));
            offerSound(currentShow(), picture.id);
          }}
          onReset={() => edit(setDissolve, { ids: [picture.id], seconds: 0 })}
        >
          <Knob tone="moss" />
        </Handle>
      )}
      {picture.kind === 'clip' ? (
        <Handle
          {...common}
          left={column.x}
          name={t('sheet.startInTheFilm')}
          testId="clip start"
          value={picture.from}
          said={sayTime(picture.from)}
          moment={start}
          push={last ? 0 : first! - places[0]!}
          onMove={(seconds) => tryOut(trimClip, from(seconds))}
          onEnd={(seconds) => edit(trimClip, from(seconds))}
        >
          <Bar tone="moss" />
        </Handle>
      ) : null}
    </>
  );
});

/** The last one stays where it is, the others make room upward. */
function spreadUp(places: readonly number[]): number[] {
  const drawn = [...places];
  for (let i = drawn.length - 2; i >= 0; i -= 1) drawn[i] = Math.min(drawn[i]!, drawn[i + 1]! - TARGET);
  return drawn;
}
