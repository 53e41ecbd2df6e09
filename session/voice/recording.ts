import { t } from '../../words';
import { Failure, failureOf } from '../../core/failure';
import { partsOn, showSeconds, type Show } from '../../core/show';
import { Capture } from '../../engine/record/capture';
import { openMicrophone, openPractice, type Microphone } from '../../engine/record/microphone';
import type { About } from '../../engine/media/recordings';
import { keepAwake } from '../awake';
import { newId } from '../ids';
import { eachSession, latest, perSession, sessionNow, sessionStore } from '../open/session';
import { currentShow, useOpenShow } from '../open/store';
import { audioClock, pause, playToRecord, useTransport } from '../sound/transport';
import { recorder } from '../workers';
import { keepRecording, lookForRecordings } from './found';
import { changeRecordSettings, readRecordSettings, useRecordSettings } from './settings';

/** What is recorded: a new narration, a new take of one, or a written line. */
export interface Target {
  readonly lane: string;
  readonly at: number;
  readonly part?: string;
  readonly line?: string;
}

export type Recording =
  | { readonly status: 'off' }
  /** Before the browser asks for permission it is said in words what for. */
  | { readonly status: 'asking' | 'opening' | 'ready' | 'measuring'; readonly target: Target }
  | { readonly status: 'counting'; readonly target: Target; readonly left: number }
  | { readonly status: 'recording'; readonly target: Target; readonly id: string }
  | { readonly status: 'keeping'; readonly target: Target }
  | { readonly status: 'failed'; readonly target: Target; readonly failure: Failure };

export const useRecording = sessionStore<{ readonly recording: Recording; readonly late: number }>(() => ({
  recording: { status: 'off' },
  late: 0,
}));

/** The highest |sample| of the last moment, and the highest of all since it was opened. */
export const useMeter = sessionStore<{ readonly peak: number; readonly most: number }>(() => ({ peak: 0, most: 0 }));

/** The open microphone, and what keeps the screen awake. Leaving the show closes it; what was recorded by then stays and is offered there. */
const desk = perSession((session) => {
  const own = { capture: null as Capture | null, sleep: (): void => undefined };
  session.onEnd(() => {
    const recorded = now().status === 'recording' ? recorder().call('finish', {}) : null;
    own.capture?.close();
    own.sleep();
    return recorded;
  });
  return own;
});

/** What is being opened, counted in, recorded or measured: the latest wish counts. */
const steps = latest();

const say = (recording: Recording) => useRecording.setState({ recording });
const now = () => useRecording.getState().recording;

/** Opens the recording for a target: words first, then the microphone. */
export async function openRecording(target: Target): Promise<void> {
  const { counts } = steps().ask();
  release();
  pause();
  say({ status: 'opening', target });
  await readRecordSettings();
  if (!counts()) return;
  if (useRecordSettings.getState().mic === 'practice' || (await isAllowed())) await listen(target);
  else if (counts()) say({ status: 'asking', target });
}

/** Whether the browser would give the microphone without asking. */
async function isAllowed(): Promise<boolean> {
  try {
    return (await navigator.permissions.query({ name: 'microphone' as PermissionName })).state === 'granted';
  } catch {
    return false;
  }
}

/** Opens the microphone that is set and shows how loud it is. */
export async function listen(target: Target): Promise<void> {
  const { counts } = steps().ask();
  release();
  say({ status: 'opening', target });
  useMeter.setState({ peak: 0, most: 0 });
  try {
    const context = audioClock();
    await context.resume();
    const microphone = useRecordSettings.getState().mic === 'practice' ? await practice(context) : await openMicrophone();
    const heard = (peak: number) => useMeter.setState(({ most }) => ({ peak, most: Math.max(most, peak) }));
    const opened = await Capture.open(context, microphone, heard, lost);
    if (!counts()) {
      opened.close();
      return;
    }
    desk().capture = opened;
    useRecording.setState({ late: useRecordSettings.getState().late ?? opened.late });
    say({ status: 'ready', target });
  } catch (error) {
    if (counts()) say({ status: 'failed', target, failure: failureOf(error) });
  }
}

/** The practice microphone says the narration of the demo show. */
async function practice(context: AudioContext): Promise<Microphone> {
  const get = async (path: string) => {
    const response = await fetch(path).catch(() => null);
    if (!response?.ok) throw new Failure('server.away');
    return response;
  };
  const show = (await (await get('/demo/show.json')).json()) as Show;
  const voice = partsOn(show, 'voice');
  const lines = await Promise.all(voice.map(async (part) => (await get(`/demo/media/${part.media}`)).arrayBuffer()));
  return openPractice(context, lines);
}

function release(): void {
  const own = desk();
  own.capture?.close();
  own.capture = null;
  own.sleep();
  own.sleep = () => undefined;
}

/** Ends it without recording. What is being recorded is kept first. */
export function closeRecording(): void {
  if (now().status === 'recording') {
    void stopRecording();
    return;
  }
  steps().drop();
  release();
  say({ status: 'off' });
}

/** A second, or less where the show is left. */
const second = () => {
  const session = sessionNow();
  return new Promise<void>((done) => {
    session.later(done, 1000);
    session.onEnd(done);
  });
};

/** Counts in, where that is wanted, then plays and records from the target's moment on. */
export async function startRecording(): Promise<void> {
  const ready = now();
  const show = currentShow();
  const { capture } = desk();
  if (ready.status !== 'ready' || !capture || !show) return;
  const { target } = ready;
  const { counts } = steps().ask();
  const session = sessionNow();
  if (useRecordSettings.getState().countIn) {
    for (let left = 3; left > 0; left -= 1) {
      say({ status: 'counting', target, left });
      await second();
      if (!counts()) return;
    }
  }
  const id = newId();
  const about: About = { id, show: show.id, started: Date.now(), ...target, late: useRecording.getState().late };
  const written = capture.record(recorder(), about);
  // It may fail before anybody waits for it; what comes of it is looked at below.
  written.catch(() => undefined);
  say({ status: 'recording', target, id });
  useMeter.setState({ most: 0 });
  desk().sleep = keepAwake();
  try {
    const clock = await playToRecord(target.at, useRecordSettings.getState().bed);
    if (!counts()) return;
    capture.begin(recorder(), clock);
    await written;
    // Left meanwhile: what was said stays on the disk and is offered where it belongs.
    if (!session.over) await keep(id, target);
  } catch (error) {
    if (!session.over) await fail(target, failureOf(error));
  }
}

/** Ends the recording by a tap; also when the show ends. */
export async function stopRecording(): Promise<void> {
  if (now().status !== 'recording') return;
  await recorder().call('finish', {});
}

/** Takes what was recorded into the show. */
async function keep(id: string, target: Target): Promise<void> {
  const session = sessionNow();
  say({ status: 'keeping', target });
  release();
  pause();
  const laid = await keepRecording(id);
  if (session.over) return;
  steps().drop();
  say(laid ? { status: 'off' } : { status: 'failed', target, failure: new Failure('mic.nothing') });
}

/** What was written until then stays and is offered. */
async function fail(target: Target, failure: Failure): Promise<void> {
  const session = sessionNow();
  steps().drop();
  release();
  pause();
  await recorder()
    .call('finish', {})
    .catch(() => undefined);
  if (session.over) return;
  await lookForRecordings();
  if (!session.over) say({ status: 'failed', target, failure });
}

/** The microphone went away: what it heard is kept. */
function lost(): void {
  const { recording } = useRecording.getState();
  useOpenShow.getState().notify({ kind: 'failure', failure: new Failure('mic.lost') });
  if (recording.status === 'recording') void stopRecording();
  else closeRecording();
}

/** Plays a few clicks through the speaker and finds out how late the microphone hears them: one tap. */
export async function measureLate(): Promise<void> {
  const ready = now();
  const { capture } = desk();
  if (ready.status !== 'ready' || !capture) return;
  const { target } = ready;
  const { counts } = steps().ask();
  say({ status: 'measuring', target });
  const late = await capture.measure(recorder()).catch(() => null);
  if (!counts()) return;
  say({ status: 'ready', target });
  if (late === null) {
    useOpenShow.getState().notify({ kind: 'words', text: t('voice.clicksNotHeard') });
  } else setLate(late);
}

/** Sets by hand what a line comes late by; null goes back to what the browser says. */
export function setLate(late: number | null): void {
  changeRecordSettings({ late });
  useRecording.setState({ late: late ?? desk().capture?.late ?? 0 });
}

/** Changes the microphone while it is open. */
export function chooseMic(mic: 'microphone' | 'practice'): void {
  changeRecordSettings({ mic });
  const { recording } = useRecording.getState();
  if (recording.status !== 'off' && 'target' in recording) void openRecording(recording.target);
}

// The show is over, or somebody paused it: so is the recording.
eachSession((session) => {
  session.onEnd(
    useTransport.subscribe(({ playing, held }, before) => {
      if (before.playing.kind !== 'show' || playing.kind !== 'nothing' || now().status !== 'recording') return;
      if (held) {
        // The clock stood still, and with it the microphone.
        useTransport.setState({ held: false });
        useOpenShow.getState().notify({ kind: 'words', text: t('voice.heldUp') });
      }
      void stopRecording();
    }),
  );
});

/** How much of the show is left to speak over, seconds. */
export const roomFrom = (show: Show, at: number): number => Math.max(0, showSeconds(show) - at);
