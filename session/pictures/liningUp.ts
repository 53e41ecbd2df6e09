import { latest, sessionStore } from '../open/session';
import type { Failure } from '../../core/failure';
import { failureOf } from '../../core/failure';
import type { Media, Show } from '../../core/show';
import { layInStep, setOwn } from '../../core/show/edits';
import type { Alignment } from '../../core/sound';
import { newId } from '../ids';
import { takeSoundFile } from '../library';
import { currentShow, useOpenShow } from '../open/store';
import { measurer } from '../workers';

/** Lining up a recording with a clip: from choosing it to accepting where it lies. */
export type LiningUp =
  | { readonly status: 'off' }
  | { readonly status: 'taking' | 'choosing'; readonly clip: string }
  | { readonly status: 'comparing'; readonly clip: string; readonly media: Media; readonly share: number }
  | {
      readonly status: 'found';
      readonly clip: string;
      readonly media: Media;
      /** Null where one of the two is silent. */
      readonly alignment: Alignment | null;
      /** Where it would be laid: what was found, or shifted by hand. Second of the clip's source at which it begins. */
      readonly offset: number;
    }
  | { readonly status: 'failed'; readonly clip: string; readonly failure: Failure };

export const useLiningUp = sessionStore<{ lining: LiningUp }>(() => ({ lining: { status: 'off' } }));

const set = (lining: LiningUp) => useLiningUp.setState({ lining });
const comparing = latest();

/** Begins: a recording for this clip is to be chosen. */
export function startLiningUp(clip: string): void {
  comparing().drop();
  set({ status: 'choosing', clip });
}

/** Takes a file in and compares it with the clip. */
export async function lineUpFile(clip: string, file: File): Promise<void> {
  const { counts } = comparing().ask();
  set({ status: 'taking', clip });
  const media = await takeSoundFile(file);
  if (!counts()) return;
  if (media) await lineUp(clip, media);
  else set({ status: 'choosing', clip });
}

/** Compares a stored sound with the clip's own. */
export async function lineUp(clip: string, media: Media): Promise<void> {
  const picture = currentShow()?.pictures.find((one) => one.id === clip);
  if (picture?.kind !== 'clip') return;
  const { counts, signal } = comparing().ask();
  const say = (share: number) => (counts() ? set({ status: 'comparing', clip, media, share }) : undefined);
  say(0);
  try {
    const alignment = await measurer().call('align', { first: picture.media, second: media.id }, { signal, onProgress: say });
    if (counts()) set({ status: 'found', clip, media, alignment, offset: alignment?.offset ?? 0 });
  } catch (error) {
    if (counts()) set({ status: 'failed', clip, failure: failureOf(error) });
  }
}

/** Shifts by hand where the recording would be laid: second of the clip’s source at which it begins. */
export function shiftLiningUp(offset: number): void {
  const { lining } = useLiningUp.getState();
  if (lining.status === 'found') set({ ...lining, offset });
}

/** The show as accepting would make it; with `both`, the clip's own sound is heard beside the recording. */
export function linedUp(show: Show, lining: LiningUp, both: boolean): Show {
  if (lining.status !== 'found') return show;
  const { clip: id, media, offset } = lining;
  const laid = layInStep(show, { id, part: 'trial', media, offset });
  return both ? setOwn(laid, { id, change: { on: true } }) : laid;
}

/** Lays the recording where it stands, as one undo step. */
export function acceptLiningUp(): void {
  const { lining } = useLiningUp.getState();
  if (lining.status !== 'found') return;
  const part = newId();
  dropLiningUp();
  const { edit, choose } = useOpenShow.getState();
  edit(layInStep, { id: lining.clip, part, media: lining.media, offset: lining.offset });
  choose({ kind: 'parts', ids: [part] });
}

/** Lets go of it; nothing is laid. */
export function dropLiningUp(): void {
  comparing().drop();
  set({ status: 'off' });
}
