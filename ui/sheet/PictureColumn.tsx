import { decimal, sayTime, t } from '../../words';
import {
  DndContext,
  KeyboardSensor,
  MouseSensor,
  TouchSensor,
  useSensor,
  useSensors,
  type Announcements,
  type DragEndEvent,
  type KeyboardSensorOptions,
  type UniqueIdentifier,
} from '@dnd-kit/core';
import { SortableContext, sortableKeyboardCoordinates, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { memo, useMemo } from 'react';
import { LIFT, pulse } from './useVerticalDrag';
import { placePictures, speedOf, type Media, type PlacedPicture, type Show } from '../../core/show';
import { movePictures } from '../../core/show/edits';
import { currentShow, tapThing, useOpenShow, useShown } from '../../session/open/store';
import { usePictureUrl } from '../../session/sound/useMedia';
import type { Column } from './columns';
import { FrameStrip } from './FrameStrip';
import { seek, useTransport } from '../../session/sound/transport';
import { TARGET } from './Handle';
import { PictureEnds } from './PictureEnds';
import { isNear, ZOOM, type Viewport } from './useSheetScroll';

const instructions = () => ({ draggable: t('sheet.howToLift') });

/** What assistive technology says while a picture is moved. */
function announcementsFor(show: Pick<Show, 'pictures'>): Announcements {
  const place = (id: UniqueIdentifier) => show.pictures.findIndex((one) => one.id === id) + 1;
  return {
    onDragStart: ({ active }) => t('sheet.pictureLifted', { place: place(active.id) }),
    onDragOver: ({ active, over }) => (over ? t('sheet.pictureOverPlace', { place: place(active.id), over: place(over.id) }) : undefined),
    onDragEnd: ({ active, over }) =>
      over
        ? t('sheet.picturePutDownAt', { place: place(active.id), over: place(over.id) })
        : t('sheet.picturePutDown', { place: place(active.id) }),
    onDragCancel: ({ active }) => t('sheet.pictureLeftWhereItWas', { place: place(active.id) }),
  };
}

/** What lifts a picture; the same objects at every drawing, for whoever uses them compares. */
const BY_MOUSE = { activationConstraint: { distance: 6 } };
const BY_TOUCH = { activationConstraint: { delay: LIFT, tolerance: 8 } };
const BY_KEYS: KeyboardSensorOptions = {
  coordinateGetter: sortableKeyboardCoordinates,
  keyboardCodes: { start: ['Space'], cancel: ['Escape'], end: ['Space', 'Enter'] },
};

interface Props {
  readonly column: Column;
  readonly view: Viewport;
  /** Whether pictures can be lifted and put elsewhere: on the Pictures face. */
  readonly sortable: boolean;
}

const picturesOf = ({ pictures, media }: Show) => ({ pictures, media });

/** The pictures as blocks as tall as their time. Press and hold (or Space) lifts one. */
export const PictureColumn = memo(Pictures);

function Pictures({ column, view, sortable }: Props) {
  // What is done to the sound changes nothing here.
  const show = useShown(picturesOf);
  const placed = useMemo(() => placePictures(show), [show]);
  const sensors = useSensors(useSensor(MouseSensor, BY_MOUSE), useSensor(TouchSensor, BY_TOUCH), useSensor(KeyboardSensor, BY_KEYS));
  // All of them, and the same list while the sheet scrolls: else every block would be drawn anew whenever one comes into sight.
  const ids = useMemo(() => placed.map((one) => one.picture.id), [placed]);
  const accessibility = useMemo(() => ({ screenReaderInstructions: instructions(), announcements: announcementsFor(show) }), [show]);
  const drop = ({ active, over }: DragEndEvent) => {
    if (over && active.id !== over.id) moveTo(String(active.id), String(over.id));
  };
  const near = placed.filter((one) => isNear(one.start, one.end, view));
  return (
    <DndContext sensors={sensors} onDragStart={pulse} onDragEnd={drop} accessibility={accessibility}>
      <SortableContext items={ids} strategy={verticalListSortingStrategy} disabled={!sortable}>
        {near.map((one) => (
          <Block
            key={one.picture.id}
            placed={one}
            media={one.picture.kind === 'card' ? null : show.media[one.picture.media]!}
            column={column}
            pixelsPerSecond={view.pixelsPerSecond}
            sortable={sortable}
          />
        ))}
      </SortableContext>
      {near.map((one) => (
        <PictureEnds key={one.picture.id} placed={one} column={column} pixelsPerSecond={view.pixelsPerSecond} />
      ))}
    </DndContext>
  );
}

/** Puts what is lifted (with everything chosen, where it is among that) where it was let go. */
function moveTo(active: string, over: string): void {
  const { chosen, edit } = useOpenShow.getState();
  const pictures = currentShow()?.pictures ?? [];
  const ids = chosen?.kind === 'pictures' && chosen.ids.includes(active) ? chosen.ids : [active];
  const place = (id: string) => pictures.findIndex((one) => one.id === id);
  const behind = place(over) > place(active) ? 1 : 0;
  const index = pictures.slice(0, place(over) + behind).filter((one) => !ids.includes(one.id)).length;
  edit(movePictures, { ids, index });
}

/** A picture lower than this leaves no room for a thumb on it and one beside it, pixels. */
const TOO_LOW = TARGET / 2;

/**
 * A picture too low for a thumb is chosen: the sheet comes so close that its ends can be taken hold of. Its middle stays where it was under
 * the finger.
 */
function makeRoom(middle: number, hold: number, pixelsPerSecond: number): void {
  const { zoom, setZoom } = useOpenShow.getState();
  const { now, playing } = useTransport.getState();
  const closer = TARGET / (hold * pixelsPerSecond);
  if (playing.kind !== 'nothing' || zoom / closer < ZOOM.least) return;
  setZoom(zoom / closer);
  seek(middle - (middle - now) / closer);
}

interface BlockProps {
  readonly placed: PlacedPicture;
  /** Null for a card. */
  readonly media: Media | null;
  readonly column: Column;
  readonly pixelsPerSecond: number;
  readonly sortable: boolean;
}

const KINDS = { photo: 'sheet.picture', clip: 'sheet.clip', card: 'common.card' } as const;

const Block = memo(function Block({ placed, media, column, pixelsPerSecond, sortable }: BlockProps) {
  const { picture, index, start } = placed;
  const chosen = useOpenShow((store) => store.chosen?.kind === 'pictures' && store.chosen.ids.includes(picture.id));
  const { data: url, isError } = usePictureUrl(media?.id ?? null, 'thumb');
  const drag = useSortable({ id: picture.id, disabled: !sortable });
  const open = (add: boolean) => {
    if (!add && picture.hold * pixelsPerSecond < TOO_LOW) makeRoom(start + picture.hold / 2, picture.hold, pixelsPerSecond);
    if (!sortable) useOpenShow.getState().setFace('pictures');
    tapThing('pictures', picture.id, add);
  };
  const title = picture.kind === 'card' ? (picture.credits ? t('common.credits') : picture.words) || t('sheet.noWords') : media!.title;
  const height = Math.max(3, picture.hold * pixelsPerSecond - 3);
  return (
    <div
      ref={drag.setNodeRef}
      // Where pictures cannot be lifted they can still be chosen: the sortable's “disabled” is not theirs.
      {...(sortable ? drag.attributes : {})}
      {...drag.listeners}
      role="button"
      tabIndex={0}
      aria-pressed={chosen}
      aria-label={t('sheet.secondsFrom', {
        kind: t(KINDS[picture.kind]),
        number: index + 1,
        title,
        hold: decimal(picture.hold, 1),
        start: sayTime(start),
      })}
      data-testid={`picture ${index + 1}`}
      onClick={(event) => open(event.ctrlKey || event.metaKey || event.shiftKey)}
      onKeyDown={(event) => {
        if (event.key === 'Enter' && !drag.isDragging) open(event.ctrlKey || event.metaKey || event.shiftKey);
        else drag.listeners?.onKeyDown?.(event);
      }}
      className={`overflow-hidden rounded-part bg-moss-soft ${chosen ? 'outline outline-[3px] outline-moss' : ''}`}
      style={{
        position: 'absolute',
        left: column.x,
        width: column.width,
        top: start * pixelsPerSecond,
        height,
        transform: CSS.Translate.toString(drag.transform),
        transition: drag.transition,
        zIndex: drag.isDragging ? 5 : 1,
        boxShadow: drag.isDragging ? '0 6px 24px rgb(0 0 0 / 0.3)' : undefined,
        touchAction: 'pan-y',
        cursor: 'pointer',
        userSelect: 'none',
      }}
    >
      {picture.kind === 'card' ? (
        <div style={{ position: 'absolute', inset: 0, background: picture.colour }} className="flex items-center justify-center p-1">
          <span className="max-h-full overflow-hidden rounded-part bg-card px-1.5 text-center font-text text-tiny text-ink">
            {picture.credits ? t('common.credits') : picture.words}
          </span>
        </div>
      ) : null}
      {picture.kind === 'clip' ? (
        <FrameStrip
          media={media!}
          from={picture.from}
          pixelsPerSecond={pixelsPerSecond / speedOf(picture)}
          width={column.width}
          height={height}
        />
      ) : url ? (
        <img src={url} alt="" draggable={false} style={{ width: '100%', height: '100%', objectFit: 'cover', display: 'block' }} />
      ) : null}
      {height >= 20 ? (
        <span className="absolute left-1 top-1 rounded-full bg-ink px-1.5 font-mono text-tiny text-paper">{`${picture.kind === 'clip' ? '▸ ' : ''}${decimal(picture.hold, 1)} s`}</span>
      ) : null}
      {isError && height >= 40 ? (
        <span className="absolute bottom-1 left-1 font-text text-tiny text-ink">{t('sheet.fileMissing')}</span>
      ) : null}
    </div>
  );
});
