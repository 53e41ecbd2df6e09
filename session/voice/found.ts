import { sayLane, t } from '../../words';
import { eachSession, perSession, sessionNow, sessionStore } from '../open/session';
import { failureOf } from '../../core/failure';
import { LIMITS, type Media } from '../../core/show';
import { addTake, layNarration } from '../../core/show/edits';
import { dropRecording, recordedFile, recordings, type About, type Found } from '../../engine/media/recordings';
import { newId } from '../ids';
import { laneFor } from '../open/lanes';
import { currentShow, flushShow, report, useOpenShow } from '../open/store';
import { allShowIds } from '../shows/records';
import { markOffered } from '../shows/tidy';
import { listener } from '../workers';

/** Recordings of the open show that were left behind when a page ended. */
export const useFound = sessionStore<{ readonly found: readonly Found[] }>(() => ({ found: [] }));

/** The recording that is being kept. */
const keeping = perSession(() => ({ busy: null as string | null }));

/** Recordings that were made for a show, and those whose own show is gone: they are offered to whoever is there. */
async function recordingsFor(show: string, busy: string | null): Promise<Found[]> {
  const found = await recordings(busy);
  if (found.every(({ about }) => about.show === show)) return found;
  const shows = new Set(await allShowIds());
  return found.filter(({ about }) => about.show === show || !shows.has(about.show));
}

/** Looks for recordings that are in no show yet. */
export async function lookForRecordings(): Promise<void> {
  const show = currentShow();
  const session = sessionNow();
  try {
    const found = show ? await recordingsFor(show.id, keeping().busy) : [];
    if (session.over) return;
    useFound.setState({ found });
    if (found.length > 0)
      await markOffered(
        found.map(({ about }) => about.id),
        Date.now(),
      );
  } catch (error) {
    report(error);
  }
}

/** Takes a recording into the show it was made for; it stays on the disk until the show that names it is saved. Says whether there was anything. */
export async function keepRecording(id: string): Promise<boolean> {
  const own = keeping();
  own.busy = id;
  try {
    const show = currentShow();
    const [one] = show ? (await recordingsFor(show.id, null)).filter(({ about }) => about.id === id) : [];
    const file = one ? await recordedFile(id, nameFor(one.about)) : null;
    if (!one || !file) return false;
    const { media } = await listener().call('take', { file, name: file.name, want: 'sound' });
    if (currentShow()?.id !== show!.id) return false;
    lay(one.about, media);
    await flushShow();
    // Only what is on the disk by its own name is safe without the recording.
    if (useOpenShow.getState().saved.status === 'saved') await dropRecording(id);
    return true;
  } finally {
    own.busy = null;
    await lookForRecordings();
  }
}

/** Keeps a recording that was found; a failure is told. */
export async function keepFound(id: string): Promise<void> {
  try {
    await keepRecording(id);
  } catch (error) {
    useOpenShow.getState().notify({ kind: 'failure', failure: failureOf(error) });
  }
}

/** Removes a recording that was offered, for good. */
export async function dropFound(id: string): Promise<void> {
  await dropRecording(id);
  await lookForRecordings();
}

function nameFor(about: About): string {
  const show = currentShow();
  const count = Object.values(show?.media ?? {}).filter((one) => one.title.startsWith(`${t('voice.recordingName')} `)).length;
  const lane = show?.lanes.find((one) => one.id === about.lane);
  const named = lane && sayLane(lane) !== t('lanes.voice');
  return `${named ? sayLane(lane) : t('voice.recordingName')} ${count + 1}.wav`;
}

/** What was said when the show stood at a moment comes late in the recording by as much as the way to the ear and back took. */
function lay(about: About, media: Media): void {
  const { edit, choose } = useOpenShow.getState();
  const show = currentShow()!;
  const from = Math.max(0, Math.min(about.late, media.seconds - LIMITS.span.least));
  const old = about.part === undefined ? undefined : show.parts.find((part) => part.id === about.part);
  if (old) {
    edit(addTake, { id: old.id, media, from });
    choose({ kind: 'parts', ids: [old.id] });
    return;
  }
  const id = newId();
  const lane = show.lanes.some((one) => one.id === about.lane && one.kind === 'voice') ? about.lane : laneFor(show, 'voice').id;
  // A voice that is early, by hand, begins before the moment; none before the show.
  const at = Math.max(0, about.at - Math.min(0, about.late));
  edit(layNarration, { id, lane, at, media, from, line: about.line });
  choose({ kind: 'parts', ids: [id] });
}

// Whoever may edit a show is offered what was left behind.
eachSession((session) => {
  let opened: string | null = null;
  session.onEnd(
    useOpenShow.subscribe(({ state }) => {
      const id = state.status === 'open' && state.mayEdit ? state.history.show.id : null;
      if (id === opened) return;
      opened = id;
      if (id) void lookForRecordings();
      else useFound.setState({ found: [] });
    }),
  );
});
