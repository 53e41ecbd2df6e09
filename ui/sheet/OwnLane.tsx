import { sayTime, t } from '../../words';
import { useMemo } from 'react';
import { ownPart, partEnd, partsOn, placePictures, type Clip, type Part, type Show } from '../../core/show';
import { useOpenShow, useShown, whole } from '../../session/open/store';
import type { Column } from './columns';
import { LaneTiles } from './LaneTiles';
import { OwnHandles } from './OwnHandles';
import { PartBody, PartHandles } from './PartHandles';
import { drawOwn } from './river';
import { isNear, STICKS_TO_NOW, type Viewport } from './useSheetScroll';

/** The own sound of a clip where it lies in the show. */
interface Own {
  readonly clip: Clip;
  readonly part: Part;
}

function ownsOf(show: Show): Own[] {
  return placePictures(show).flatMap((placed) => {
    const part = ownPart(show, placed);
    return part && placed.picture.kind === 'clip' ? [{ clip: placed.picture, part }] : [];
  });
}

interface Props {
  /** The show before the gesture under way. */
  readonly saved: Show;
  readonly column: Column;
  readonly view: Viewport;
}

/** The clips' own sound on a slim lane beside their pictures, with what was set apart or recorded beside it. */
export function OwnLane({ saved, column, view }: Props) {
  const show = useShown(whole);
  const chosen = useOpenShow((store) => store.chosen);
  const owns = useMemo(() => ownsOf(show), [show]);
  const parts = useMemo(() => partsOn(show, 'own'), [show]);
  const laid = useMemo(
    () => [...owns.map(({ clip, part }) => ({ part, mute: !clip.own.on })), ...parts.map((part) => ({ part }))],
    [owns, parts],
  );
  const { pixelsPerSecond } = view;
  const isFar = (part: Part) => !isNear(part.at, partEnd(part), view);
  return (
    <>
      <LaneTiles parts={laid} draw={drawOwn} column={column} view={view} />
      {owns.map(({ clip, part }) => {
        const isChosen = chosen?.kind === 'own' && chosen.id === clip.id;
        if (!isChosen && isFar(part)) return null;
        const base = isChosen ? saved.pictures.find((one) => one.id === clip.id) : undefined;
        const title = show.media[clip.media]!.title;
        return (
          <div key={clip.id}>
            <OwnBody clip={clip} part={part} title={title} column={column} pixelsPerSecond={pixelsPerSecond} chosen={isChosen} />
            {clip.own.on && base?.kind === 'clip' ? (
              <OwnHandles clip={clip} base={base} part={part} column={column} pixelsPerSecond={pixelsPerSecond} />
            ) : null}
          </div>
        );
      })}
      {parts.map((part, index) => {
        const isChosen = chosen?.kind === 'parts' && chosen.ids.includes(part.id);
        if (!isChosen && isFar(part)) return null;
        const base = saved.parts.find((one) => one.id === part.id) ?? part;
        const common = { part, left: column.x, width: column.width, pixelsPerSecond, tone: 'slate' as const };
        return (
          <div key={part.id}>
            <PartBody
              {...common}
              chosen={isChosen}
              title={show.media[part.media]!.title}
              which={t('sheet.which.own', { number: index + 1, count: parts.length })}
              home="pictures"
            />
            {isChosen ? <PartHandles {...common} base={base} /> : null}
          </div>
        );
      })}
    </>
  );
}

interface OwnProps extends Own {
  readonly column: Column;
  readonly pixelsPerSecond: number;
}

/** A tap chooses the sound of a clip. It moves with its picture, never by itself. */
function OwnBody({ clip, part, title, column, pixelsPerSecond, chosen }: OwnProps & { readonly title: string; readonly chosen: boolean }) {
  const { choose } = useOpenShow.getState();
  return (
    <div
      data-testid={`own ${clip.id}`}
      onClick={() => choose({ kind: 'own', id: clip.id })}
      className={chosen ? 'border-2 border-slate' : ''}
      style={{
        position: 'absolute',
        left: column.x,
        width: column.width,
        top: part.at * pixelsPerSecond,
        height: (partEnd(part) - part.at) * pixelsPerSecond,
        borderRadius: 8,
        touchAction: 'pan-y',
        cursor: 'pointer',
      }}
    >
      <div
        role="button"
        tabIndex={0}
        aria-pressed={chosen}
        aria-label={t(clip.own.on ? 'sheet.soundOf' : 'sheet.soundOfOff', { title, from: sayTime(part.at), to: sayTime(partEnd(part)) })}
        onKeyDown={(event) => {
          if (event.key !== 'Enter' && event.key !== ' ') return;
          event.preventDefault();
          event.stopPropagation();
          choose({ kind: 'own', id: clip.id });
        }}
        style={{ position: 'sticky', top: STICKS_TO_NOW, height: 'min(44px, 100%)', borderRadius: 8 }}
      />
    </div>
  );
}
