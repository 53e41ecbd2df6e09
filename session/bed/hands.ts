import { t } from '../../words';
import { create } from 'zustand';
import { filmAt, isCrossing, partEnd, partsOn, placePictures, withLayers, type Media, type Part } from '../../core/show';
import { copyOn, pasteParts, removeParts, removePictures, setHold, splitParts, trimClip, trimEdge } from '../../core/show/edits';
import { newId } from '../ids';
import { sessionStore } from '../open/session';
import { chosenParts, currentShow, useOpenShow } from '../open/store';
import { useTransport } from '../sound/transport';

/** What a person does by hand to what is chosen, the same for buttons and keys. */

const now = () => useTransport.getState().now;
const under = (part: Part) => part.at < now() && now() < partEnd(part);

/** Splits the chosen parts at the now line; where none is chosen, the piece of the bed, or on the Voice face the narration, that lies there. */
export function splitHere(): void {
  const show = currentShow();
  if (!show) return;
  const chosen = chosenParts();
  const { face } = useOpenShow.getState();
  const kind = face === 'voice' ? 'voice' : 'bed';
  const parts = (chosen.length > 0 ? chosen : partsOn(show, kind)).filter(under);
  if (parts.length === 0) return;
  const ids = parts.map((part): [string, string] => [part.id, newId()]);
  const { edit, choose, notify } = useOpenShow.getState();
  if (parts.every((part) => isCrossing(show, part.id, now()))) {
    notify({ kind: 'words', text: t('bed.twoPiecesCrossHereSplit') });
    return;
  }
  edit(splitParts, { ids, moment: now() });
  // What comes next is mostly about the second half: dropping it, slipping it, moving it.
  choose({ kind: 'parts', ids: ids.map(([, half]) => half).filter((half) => currentShow()?.parts.some((part) => part.id === half)) });
}

/** Trims one end of the chosen part or picture to the now line. */
export function trimHere(edge: 'start' | 'end'): void {
  const { chosen, edit } = useOpenShow.getState();
  const [part, ...more] = chosenParts();
  if (part && more.length === 0) edit(trimEdge, { id: part.id, edge, moment: now() });
  if (chosen?.kind === 'pictures' && chosen.ids.length === 1) trimPicture(chosen.ids[0]!, edge);
}

/** A picture ends at the now line; a clip also begins with the frame that is shown there. */
function trimPicture(id: string, edge: 'start' | 'end'): void {
  const placed = placePictures(currentShow() ?? { pictures: [] }).find(({ picture }) => picture.id === id);
  if (!placed || now() <= placed.start || now() >= placed.end) return;
  const { edit } = useOpenShow.getState();
  if (edge === 'end') edit(setHold, { ids: [id], seconds: now() - placed.start });
  else if (placed.picture.kind === 'clip') edit(trimClip, { id, edge, position: filmAt(placed.picture, now() - placed.start) });
}

/** Takes away what is chosen; `closeUp` moves what lies later on the lanes up. */
export function removeChosen(closeUp: boolean): void {
  const { chosen, edit } = useOpenShow.getState();
  if (chosen?.kind === 'parts') edit(removeParts, { ids: chosen.ids, closeUp });
  if (chosen?.kind === 'pictures') edit(removePictures, { ids: chosen.ids });
}

/** Parts that were copied, with the media they need: they may go into another show. */
export const useClipboard = create<{ readonly parts: readonly Part[]; readonly media: readonly Media[] }>()(() => ({
  parts: [],
  media: [],
}));

/** Chooses all pictures, or all pieces of the bed or narrations, by the face in use. */
export function chooseAll(): void {
  const show = currentShow();
  const { face, choose } = useOpenShow.getState();
  if (!show) return;
  const sounds = face === 'bed' || face === 'voice';
  const kind = sounds ? 'parts' : 'pictures';
  const ids = (sounds ? partsOn(show, face) : show.pictures).map((one) => one.id);
  if (ids.length > 0) choose({ kind, ids });
}

/** Whether what is pasted or repeated pushes on what follows it, as long as the show is open. */
export const usePushing = sessionStore<{ readonly push: boolean }>(() => ({ push: true }));

/** Remembers the chosen parts, for pasting here or in another show. */
export function copyChosen(): void {
  const show = currentShow();
  const parts = chosenParts();
  if (!show || parts.length === 0) return;
  useClipboard.setState({
    parts,
    media: [
      ...withLayers(
        show,
        parts.flatMap((part) => [part.media, ...(part.takes ?? []).map((take) => take.media)]),
      ),
    ].map((id) => show.media[id]!),
  });
}

/** Puts what was copied at the now line, the parts as far from each other as they were. */
export function pasteHere(): void {
  const { parts, media } = useClipboard.getState();
  if (parts.length === 0) return;
  const first = Math.min(...parts.map((part) => part.at));
  const copies = parts.map((part) => ({ ...part, id: newId(), at: now() + part.at - first }));
  const { edit, choose } = useOpenShow.getState();
  edit(pasteParts, { parts: copies, media, push: usePushing.getState().push });
  choose({ kind: 'parts', ids: copies.map((part) => part.id) });
}

/** Lays the chosen parts `times` times more, `every` seconds apart. */
export function repeatChosen(times: number, every: number): void {
  const ids = chosenParts().map((part) => part.id);
  if (ids.length === 0 || times < 1) return;
  const copies = ids.map(() => Array.from({ length: times }, newId));
  useOpenShow.getState().edit(copyOn, { ids, copies, every, push: usePushing.getState().push });
}
