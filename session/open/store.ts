import { t } from '../../words';
import { create } from 'zustand';
import { useShallow } from 'zustand/react/shallow';
import type { Failure } from '../../core/failure';
import { failureOf } from '../../core/failure';
import { nothingWritten, perform, performOnto, redo, undo, type History, type Part, type Show } from '../../core/show';
import type { Phrase } from '../../core/phrase';
import type { Edit } from '../../core/show/edits';
import type { Face } from '../faces';
import { comingInto, keepComing } from '../shows/coming';
import { openRecord, type SheetPlace, START_PLACE } from '../shows/records';
import { Autosave, type SaveState } from './autosave';
import { holdShow } from '../lock';
import { beginSession, perSession, sessionNow, type OpenSession } from './session';

/** One or several parts or pictures, or the own sound of a clip (by the clip's name). */
export type Chosen =
  { readonly kind: 'own'; readonly id: string } | { readonly kind: 'parts' | 'pictures'; readonly ids: readonly string[] } | null;

export type OpenState =
  | { readonly status: 'none' | 'opening' }
  | { readonly status: 'failed'; readonly failure: Failure }
  | { readonly status: 'open'; readonly history: History; readonly mayEdit: boolean };

interface OpenStore {
  readonly state: OpenState;
  /** The show as it would be if the gesture under way ended here; null while none is. Drawn, not saved. */
  readonly preview: Show | null;
  /** Whether what is tried out is heard as well: an answer of the fit is, what a finger drags is not. */
  readonly audible: boolean;
  readonly saved: SaveState;
  readonly chosen: Chosen;
  readonly face: Face;
  readonly zoom: number;
  readonly own: boolean;
  /** Whether what is dragged is drawn to beats, changes of picture, ends of parts and the now line. */
  readonly snap: boolean;
  /** Whether a tap adds pictures or parts to those that are chosen, or takes them out. */
  readonly several: boolean;
  /** A sentence about what just happened, with what can be done about it. */
  readonly notice: Notice | null;

  edit<Details>(edit: Edit<Details>, details: Details): void;
  /** An edit that belongs to step `onto`, which is called `name` with it, where that is still the latest. Gives the number of its step, for the next one. */
  editOnto<Details>(edit: Edit<Details>, details: Details, onto: number | null, name: Phrase): number | null;
  /** Shows what an edit would do, while a finger moves; `audible` lets it be heard as well. `edit` or `endPreview` ends it. */
  tryOut<Details>(edit: (show: Show, details: Details) => Show, details: Details, audible?: boolean): void;
  endPreview(): void;
  undo(): void;
  redo(): void;
  choose(chosen: Chosen): void;
  setFace(face: Face): void;
  setZoom(zoom: number): void;
  showOwn(own: boolean): void;
  setSnap(snap: boolean): void;
  chooseSeveral(several: boolean): void;
  notify(notice: Notice | null): void;
}

export type Notice =
  | { readonly kind: 'failure'; readonly failure: Failure }
  | {
      readonly kind: 'words';
      readonly text: string;
      /** What can be done about it in one tap. */
      readonly action?: { readonly label: string; readonly run: () => void };
    };

/** Where the sheet stands, what of the show lies on the disk, and its last save once it is left. */
const desk = perSession(() => ({ now: START_PLACE.now, written: nothingWritten(), last: Promise.resolve() }));

/** What writes the show down, from the first change of it on. */
const autosave = perSession((session) => {
  const own = desk();
  const saves = new Autosave((saved) => {
    if (!session.over) useOpenShow.setState({ saved });
  }, own.written);
  session.onEnd(() => (own.last = saves.close()));
  return saves;
});

/** Writes what waits to be written; settles when it is on disk or has failed. */
export const flushShow = (): Promise<void> => autosave().flush();

/** Moves the remembered place; called by the transport when the now line comes to rest. */
export function rememberNow(moment: number): void {
  desk().now = moment;
  const { state } = useOpenShow.getState();
  if (state.status === 'open' && state.mayEdit) autosave().place(state.history.show.id, placeOf());
}

/** Where the now line stood when the show was left, seconds. */
export function rememberedNow(): number {
  return desk().now;
}

function placeOf(): SheetPlace {
  const { face, zoom, own, snap } = useOpenShow.getState();
  return { now: desk().now, face, zoom, own, snap };
}

/** What is shown of a show before anything is known of it. */
const CLOSED = {
  state: { status: 'none' },
  preview: null,
  audible: false,
  saved: { status: 'saved', at: 0 },
  chosen: null,
  face: START_PLACE.face,
  zoom: START_PLACE.zoom,
  own: START_PLACE.own,
  snap: START_PLACE.snap,
  several: false,
  notice: null,
} as const satisfies Partial<OpenStore>;

/** Opens a show in this tab; what was open is left first. Gives the session that it is open in, for `leaveShow`. */
export function openShow(id: string): OpenSession {
  const { session, left } = beginSession();
  const set = (change: Partial<OpenStore>) => {
    if (!session.over) useOpenShow.setState(change);
  };
  session.onEnd(() => useOpenShow.setState(CLOSED));
  set({ ...CLOSED, state: { status: 'opening' } });

  const load = async (mayEdit: boolean) => {
    try {
      const { history, place, savedAt, written } = await openRecord(id);
      if (session.over) return;
      Object.assign(desk(), { now: place.now, written });
      const { face, zoom, own, snap } = place;
      const shown = { face, zoom, own, snap, chosen: null, several: false };
      set({ state: { status: 'open', history, mayEdit }, saved: { status: 'saved', at: savedAt }, ...shown });
      const names = await comingInto(id);
      if (names.length === 0) return;
      const text = t('session.hadNotComeIn', { count: names.length, names: names.slice(0, 5).join(', ') + (names.length > 5 ? ' …' : '') });
      set({ notice: { kind: 'words', text } });
      await keepComing(id, []);
    } catch (error) {
      set({ state: { status: 'failed', failure: failureOf(error) } });
    }
  };

  void (async () => {
    // What was left may be this very show, with its last save still on its way.
    await left;
    await load(false);
    if (session.over) return;
    let waited = false;
    const release = holdShow(id, (mayEdit) => {
      if (session.over) return;
      // Whoever gets the show from another tab reads it anew: the other tab has changed it.
      const { state } = useOpenShow.getState();
      if (mayEdit && waited) void load(true);
      else if (state.status === 'open') set({ state: { ...state, mayEdit } });
      waited = !mayEdit;
    });
    const own = desk();
    session.onEnd(async () => {
      await own.last;
      release();
    });
  })();
  return session;
}

/** Leaves a show; one that was opened meanwhile stays. Settles when the last save is done. */
export async function leaveShow(session: OpenSession): Promise<void> {
  if (sessionNow() === session) beginSession();
  await session.dispose();
}

/** The show that is open in this tab: the one place where it changes. */
export const useOpenShow = create<OpenStore>()((set, get) => {
  const turnTo = (change: (history: History) => History) => {
    const { state } = get();
    if (state.status !== 'open') return;
    if (!state.mayEdit) {
      set({ notice: { kind: 'words', text: t('session.elsewhere') } });
      return;
    }
    const history = change(state.history);
    if (history === state.history) {
      set({ preview: null });
      return;
    }
    set({ state: { ...state, history }, preview: null, chosen: stillThere(get().chosen, history.show) });
    autosave().show(history, placeOf());
  };

  return {
    ...CLOSED,
    edit: (edit, details) => turnTo((history) => perform(history, edit, details)),
    editOnto(edit, details, onto, name) {
      turnTo((history) => performOnto(history, edit, details, onto, name));
      const { state } = get();
      return state.status === 'open' ? (state.history.past.at(-1)?.number ?? null) : null;
    },
    tryOut(edit, details, audible = false) {
      const { state } = get();
      if (state.status === 'open' && state.mayEdit) set({ preview: edit(state.history.show, details), audible });
    },
    endPreview: () => set({ preview: null }),
    undo: () => turnTo(undo),
    redo: () => turnTo(redo),
    choose: (chosen) => set(chosen ? { chosen } : { chosen, several: false }),
    setFace(face) {
      set({ face, chosen: null, several: false });
      rememberNow(desk().now);
    },
    setZoom(zoom) {
      set({ zoom });
      rememberNow(desk().now);
    },
    showOwn(own) {
      set({ own });
      rememberNow(desk().now);
    },
    setSnap(snap) {
      set({ snap });
      rememberNow(desk().now);
    },
    chooseSeveral: (several) => set({ several }),
    notify: (notice) => set({ notice }),
  };
});

function stillThere(chosen: Chosen, show: Show): Chosen {
  if (chosen === null) return null;
  const there = (list: readonly { id: string }[], id: string) => list.some((one) => one.id === id);
  if (chosen.kind === 'own') return there(show.pictures, chosen.id) ? chosen : null;
  const ids = chosen.ids.filter((id) => there(chosen.kind === 'parts' ? show.parts : show.pictures, id));
  return ids.length === 0 ? null : ids.length === chosen.ids.length ? chosen : { kind: chosen.kind, ids };
}

/** A picture or part was tapped: it is chosen alone, or added to those of its kind that are chosen, or taken out of them. */
export function tapThing(kind: 'parts' | 'pictures', id: string, add: boolean): void {
  const { chosen, several, choose } = useOpenShow.getState();
  const ids = chosen?.kind === kind ? chosen.ids : [];
  if (!add && !several) choose({ kind, ids: [id] });
  else if (!ids.includes(id)) choose({ kind, ids: [...ids, id] });
  else choose(ids.length === 1 ? null : { kind, ids: ids.filter((one) => one !== id) });
}

/** The parts that are chosen, in the order in which they were. */
export function chosenParts(): Part[] {
  const { chosen } = useOpenShow.getState();
  const show = currentShow();
  if (chosen?.kind !== 'parts' || !show) return [];
  return chosen.ids.flatMap((id) => show.parts.filter((part) => part.id === id));
}

/** The open show, or null while there is none. */
export function useShow(): Show | null {
  return useOpenShow((store) => (store.state.status === 'open' ? store.state.history.show : null));
}

const savedIn = (store: OpenStore): Show => (store.state as Extract<OpenStore['state'], { status: 'open' }>).history.show;

/**
 * What a component draws of the show: what a gesture under way would make of it, else the show itself. It is drawn anew only when what it
 * selects has changed. What is selected is a number, a text, a piece of the document, or a list or record of those: of these each member
 * is compared, and one that is made anew at every look would be drawn for ever. Only below the screen of an open show.
 */
export function useShown<T>(select: (show: Show) => T): T {
  return useOpenShow(useShallow((store: OpenStore) => select(store.preview ?? savedIn(store))));
}

/** The same of the show as it is saved, whatever a gesture tries out meanwhile. */
export function useSaved<T>(select: (show: Show) => T): T {
  return useOpenShow(useShallow((store: OpenStore) => select(savedIn(store))));
}

/** All of the show, for a component that draws most of it. */
export const whole = (show: Show): Show => show;

/** The open show; null while there is none. */
export function currentShow(): Show | null {
  const { state } = useOpenShow.getState();
  return state.status === 'open' ? state.history.show : null;
}

/** The show that is heard: as it would be where that is tried out to be listened to, else as it is. */
export function audibleShow(store: OpenStore = useOpenShow.getState()): Show | null {
  const { state, preview, audible } = store;
  return state.status !== 'open' ? null : audible && preview ? preview : state.history.show;
}

/** Tells the person of a failure; a cancelled job is none. */
export function report(error: unknown): void {
  const failure = failureOf(error);
  if (failure.code !== 'cancelled') useOpenShow.getState().notify({ kind: 'failure', failure });
}
