import {
  DndContext,
  KeyboardSensor,
  MouseSensor,
  TouchSensor,
  useSensor,
  useSensors,
  type Announcements,
  type DragEndEvent,
  type UniqueIdentifier,
} from '@dnd-kit/core';
import { SortableContext, sortableKeyboardCoordinates, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { useMemo } from 'react';
import { placePictures, type PlacedPicture, type Show } from '../../core/show';
import { movePicture } from '../../core/show/edits';
import { sayTime } from '../../core/units';
import { useOpenShow } from '../../session/open/store';
import { usePictureUrl } from '../../session/sound/useMedia';
import type { Column } from './columns';
import type { Viewport } from './useSheetScroll';

const INSTRUCTIONS = {
  draggable: 'Press Space to lift this picture, arrow keys to move it, Space to put it down, Escape to leave it where it was.',
};

/** What assistive technology says while a picture is moved. */
function announcementsFor(show: Show): Announcements {
  const place = (id: UniqueIdentifier) => show.pictures.findIndex((one) => one.id === id) + 1;
  return {
    onDragStart: ({ active }) => `Picture ${place(active.id)} lifted.`,
    onDragOver: ({ active, over }) => (over ? `Picture ${place(active.id)} over place ${place(over.id)}.` : undefined),
    onDragEnd: ({ active, over }) => `Picture ${place(active.id)} put down${over ? ` at place ${place(over.id)}` : ''}.`,
    onDragCancel: ({ active }) => `Picture ${place(active.id)} left where it was.`,
  };
}

interface Props {
  readonly show: Show;
  readonly column: Column;
  readonly view: Viewport;
  /** Whether pictures can be lifted and put elsewhere: on the Pictures face. */
  readonly sortable: boolean;
}

/** The pictures as blocks as tall as their time. Press and hold (or Space) lifts one. */
export function PictureColumn({ show, column, view, sortable }: Props) {
  const placed = useMemo(() => placePictures(show), [show]);
  const sensors = useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: 6 } }),
    useSensor(TouchSensor, { activationConstraint: { delay: 280, tolerance: 8 } }),
    useSensor(KeyboardSensor, {
      coordinateGetter: sortableKeyboardCoordinates,
      keyboardCodes: { start: ['Space'], cancel: ['Escape'], end: ['Space', 'Enter'] },
    }),
  );
  const drop = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    const index = show.pictures.findIndex((one) => one.id === over.id);
    useOpenShow.getState().edit(movePicture, { id: String(active.id), index });
  };
  const near = placed.filter((one) => one.end * view.pixelsPerSecond >= view.top && one.start * view.pixelsPerSecond <= view.bottom);
  return (
    <DndContext
      sensors={sensors}
      onDragEnd={drop}
      accessibility={{ screenReaderInstructions: INSTRUCTIONS, announcements: announcementsFor(show) }}
    >
      <SortableContext items={near.map((one) => one.picture.id)} strategy={verticalListSortingStrategy} disabled={!sortable}>
        {near.map((one) => (
          <Block
            key={one.picture.id}
            placed={one}
            title={show.media[one.picture.media]!.title}
            column={column}
            pixelsPerSecond={view.pixelsPerSecond}
            sortable={sortable}
          />
        ))}
      </SortableContext>
    </DndContext>
  );
}

interface BlockProps {
  readonly placed: PlacedPicture;
  readonly title: string;
  readonly column: Column;
  readonly pixelsPerSecond: number;
  readonly sortable: boolean;
}

function Block({ placed, title, column, pixelsPerSecond, sortable }: BlockProps) {
  const { picture, index, start } = placed;
  const chosen = useOpenShow((store) => store.chosen?.kind === 'picture' && store.chosen.id === picture.id);
  const { data: url, isError } = usePictureUrl(picture.media, 'thumb');
  const drag = useSortable({ id: picture.id, disabled: !sortable });
  const { choose, setFace } = useOpenShow.getState();
  const open = () => {
    if (!sortable) setFace('pictures');
    choose({ kind: 'picture', id: picture.id });
  };
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
      aria-label={`Picture ${index + 1}, ${title}, ${picture.hold.toFixed(1)} seconds from ${sayTime(start)}`}
      data-testid={`picture ${index + 1}`}
      onClick={open}
      onKeyDown={(event) => {
        if (event.key === 'Enter' && !drag.isDragging) open();
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
      {url ? (
        <img src={url} alt="" draggable={false} style={{ width: '100%', height: '100%', objectFit: 'cover', display: 'block' }} />
      ) : null}
      {height >= 20 ? (
        <span className="absolute left-1 top-1 rounded-full bg-ink px-1.5 font-mono text-tiny text-paper">{`${picture.hold.toFixed(1)} s`}</span>
      ) : null}
      {isError && height >= 40 ? <span className="absolute bottom-1 left-1 font-text text-tiny text-ink">file missing</span> : null}
    </div>
  );
}
