import { create } from 'zustand';
import type { Failure } from '../../core/failure';
import { failureOf } from '../../core/failure';
import { perform, redo, undo, type History, type Part, type Show } from '../../core/show';
import type { Edit } from '../../core/show/edits';
import type { Face } from '../faces';
import { openRecord, type Place, START_PLACE } from '../shows/records';
import { Autosave, type SaveState } from './autosave';
import { holdShow } from '../lock';

/** One or several parts or pictures, or the own sound of a clip (by the clip's name). */
export type Chosen =
  { readonly kind: 'own'; readonly id: string } | { readonly kind: 'parts' | 'pictures'; readonly ids: readonly string[] } | null;

export type OpenState =
  | { readonly status: 'none' | 'opening' }
  | { readonly status: 'failed'; readonly failure: Failure }
  | { readonly status: 'open'; readonly history: History; readonly mayEdit: boolean };

interface OpenStore {
  readonly state: OpenState;
  /** The show as it would be if the gesture under way ended here; null while none is. Drawn, not saved, not heard. */
  readonly preview: Show | null;
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

  open(id: string): Promise<void>;
  close(): Promise<void>;
  edit<Details>(edit: Edit<Details>, details: Details): void;
  /** Shows what an edit would do, while a finger moves. `edit` or `endPreview` ends it. */
  tryOut<Details>(edit: Edit<Details>, details: Details): void;
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

export type Notice = { readonly kind: 'failure'; readonly failure: Failure } | { readonly kind: 'words'; readonly text: string };

/** Where the sheet stands; the transport owns it and asks for saving through `place`. */
let now = START_PLACE.now;
let release: (() => void) | null = null;
let turn = 0;

const autosave = new Autosave((saved) => useOpenShow.setState({ saved }));

/** Writes what waits to be written; settles when it is on disk or has failed. */
export const flushShow = (): Promise<void> => autosave.flush();

/** Moves the remembered place; called by the transport when the now line comes to rest. */
export function rememberNow(moment: number): void {
  now = moment;
  const { state } = useOpenShow.getState();
  if (state.status === 'open' && state.mayEdit) autosave.place(state.history.show.id, placeOf());
}

export function rememberedNow(): number {
  return now;
}

function placeOf(): Place {
  const { face, zoom, own, snap } = useOpenShow.getState();
  return { now, face, zoom, own, snap };
}

/** The show that is open in this tab: the one place where it changes. */
export const useOpenShow = create<OpenStore>()((set, get) => {
  const turnTo = (change: (history: History) => History) => {
    const { state } = get();
    if (state.status !== 'open') return;
    if (!state.mayEdit) {
      set({ notice: { kind: 'words', text: 'This show is being edited in another tab. Here you can look and listen.' } });
      return;
    }
    const history = change(state.history);
    if (history === state.history) {
      set({ preview: null });
      return;
    }
    set({ state: { ...state, history }, preview: null, chosen: stillThere(get().chosen, history.show) });
    autosave.show(history, placeOf());
  };

  const load = async (id: string, mine: number, mayEdit: boolean) => {
    try {
      const { history, place, savedAt } = await openRecord(id);
      if (mine !== turn) return;
      now = place.now;
      set({
        state: { status: 'open', history, mayEdit },
        saved: { status: 'saved', at: savedAt },
        face: place.face,
        zoom: place.zoom,
        own: place.own,
        snap: place.snap,
        chosen: null,
        several: false,
      });
    } catch (error) {
      if (mine === turn) set({ state: { status: 'failed', failure: failureOf(error) } });
    }
  };

  return {
    state: { status: 'none' },
    preview: null,
    saved: { status: 'saved', at: 0 },
    chosen: null,
    face: START_PLACE.face,
    zoom: START_PLACE.zoom,
    own: START_PLACE.own,
    snap: START_PLACE.snap,
    several: false,
    notice: null,

    async open(id) {
      const mine = (turn += 1);
      release?.();
      set({ state: { status: 'opening' }, preview: null, notice: null, chosen: null });
      await load(id, mine, false);
      if (mine !== turn) return;
      let waited = false;
      release = holdShow(id, (mayEdit) => {
        if (mine !== turn) return;
        // Whoever gets the show from another tab reads it anew: the other tab has changed it.
        const { state } = get();
        if (mayEdit && waited) void load(id, mine, true);
        else if (state.status === 'open') set({ state: { ...state, mayEdit } });
        waited = !mayEdit;
      });
    },

    async close() {
      turn += 1;
      await autosave.flush();
      release?.();
      release = null;
      set({ state: { status: 'none' }, chosen: null, notice: null });
    },

    edit: (edit, details) => turnTo((history) => perform(history, edit, details)),
    tryOut(edit, details) {
      const { state } = get();
      if (state.status === 'open' && state.mayEdit) set({ preview: edit(state.history.show, details) });
    },
    endPreview: () => set({ preview: null }),
    undo: () => turnTo(undo),
    redo: () => turnTo(redo),
    choose: (chosen) => set(chosen ? { chosen } : { chosen, several: false }),
    setFace(face) {
      set({ face, chosen: null, several: false });
      rememberNow(now);
    },
    setZoom(zoom) {
      set({ zoom });
      rememberNow(now);
    },
    showOwn(own) {
      set({ own });
      rememberNow(now);
    },
    setSnap(snap) {
      set({ snap });
      rememberNow(now);
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

/** The show to draw: what a gesture under way would make of it, else the show itself. */
export function useShownShow(): Show | null {
  return useOpenShow((store) => store.preview ?? (store.state.status === 'open' ? store.state.history.show : null));
}

export function currentShow(): Show | null {
  const { state } = useOpenShow.getState();
  return state.status === 'open' ? state.history.show : null;
}

/** Tells the person of a failure; a cancelled job is none. */
export function report(error: unknown): void {
  const failure = failureOf(error);
  if (failure.code !== 'cancelled') useOpenShow.getState().notify({ kind: 'failure', failure });
}
