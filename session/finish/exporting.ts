import { latest, sessionNow, sessionStore } from '../open/session';
import { failureOf, type Failure } from '../../core/failure';
import { fileAt, places } from '../../engine/media/folders';
import type { CallOptions } from '../../engine/workers/client';
import type { Destination } from '../../engine/write/write.protocol';
import { keepAwake } from '../awake';
import { download, freeLater, writing } from '../download';

/** A file that is being made of the show; one at a time. */
export type Exporting =
  | { readonly status: 'idle' }
  | {
      readonly status: 'writing';
      readonly what: string;
      readonly share: number;
      /** Seconds; null while nobody can tell. */ readonly left: number | null;
    }
  | {
      readonly status: 'done';
      readonly name: string;
      readonly bytes: number;
      /** Samples above full scale. */
      readonly clipped: number;
      /** Samples that were no numbers, and are silence. */
      readonly unsound: number;
      /** Can be shared; null where it went where the person chose. */
      readonly file: File | null;
    }
  | { readonly status: 'failed'; readonly failure: Failure };

export const useExporting = sessionStore<{ exporting: Exporting }>(() => ({ exporting: { status: 'idle' } }));

const say = (exporting: Exporting) => useExporting.setState({ exporting });
/** The file that is being made; leaving the show stops it. */
const making = latest();

/** Tells of a small file that was made meanwhile, unless a large one is still being written. */
export function sayBeside(exporting: Exporting): void {
  if (useExporting.getState().exporting.status !== 'writing') say(exporting);
}

type Picker = (options: { suggestedName: string }) => Promise<FileSystemFileHandle>;

const picker = (): Picker | undefined => (window as unknown as { showSaveFilePicker?: Picker }).showSaveFilePicker;

/** Whether the person may choose where a file goes. */
export const mayPick = (): boolean => picker() !== undefined;

/** Whether a file can be handed to other applications of the device. */
export function mayShare(file: File): boolean {
  return typeof navigator.canShare === 'function' && navigator.canShare({ files: [file] });
}

/** Hands a file to another application. What the person thinks better of is no failure. */
export async function shareFile(file: File): Promise<void> {
  try {
    await navigator.share({ files: [file], title: file.name });
  } catch (error) {
    const failure = failureOf(error);
    if (failure.code !== 'cancelled') say({ status: 'failed', failure });
  }
}

export interface Job {
  /** What is made, in words: “Writing the film”. */
  readonly what: string;
  readonly name: string;
  /** Type of the file, for handing it on. */
  readonly type: string;
  /** Whether the person chooses where it goes. */
  readonly pick: boolean;
}

/** Time after which what is left can be told, ms. */
const TELLING = 1_500;

/**
 * Makes a file: where the person chose, written as it comes; else in the private file system and from there as a download. Cancelled or
 * failed, it leaves nothing behind.
 */
export async function runExport(
  { what, name, type, pick }: Job,
  write: (
    to: Destination,
    options: CallOptions,
  ) => Promise<{ readonly bytes: number; readonly clipped?: number; readonly unsound?: number }>,
): Promise<void> {
  const session = sessionNow();
  const { signal, counts } = making().ask();
  writing(name);
  let sleep: () => void = () => undefined;
  try {
    const target = pick ? await picker()!.call(window, { suggestedName: name }) : null;
    sleep = keepAwake();
    say({ status: 'writing', what, share: 0, left: null });
    const began = performance.now();
    const onProgress = (share: number) => {
      const spent = performance.now() - began;
      const left = spent > TELLING && share > 0.02 ? (spent * (1 - share)) / share / 1000 : null;
      if (counts()) say({ status: 'writing', what, share, left });
    };
    const { bytes, clipped = 0, unsound = 0 } = await write({ name, target }, { signal, onProgress });
    const written = target ? null : await fileAt(places.written(name));
    const file = written ? new File([written], name, { type }) : null;
    if (file) download(file, name);
    say({ status: 'done', name, bytes, clipped, unsound, file });
  } catch (error) {
    if (session.over) return;
    const failure = failureOf(error);
    say(failure.code === 'cancelled' ? { status: 'idle' } : { status: 'failed', failure });
  } finally {
    sleep();
  }
}

/** Stops the file that is being made; nothing of it stays. */
export function cancelExport(): void {
  making().drop();
}

/** Lets go of the message; what was downloaded is freed once the browser has surely taken it. */
export function forgetExport(): void {
  const { exporting } = useExporting.getState();
  if (exporting.status === 'done' && exporting.file) freeLater(exporting.name);
  say({ status: 'idle' });
}
