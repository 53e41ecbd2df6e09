import { create } from 'zustand';
import { failureOf, type Failure } from '../../core/failure';
import type { WavFormat } from '../../core/files';
import { planShow } from '../../core/mix';
import type { Show } from '../../core/show';
import { fileAt, places, removeAt } from '../../engine/media/folders';
import type { Written } from '../../engine/mix/mix.protocol';
import { download } from '../download';
import { heardFor } from './heard';
import { worker } from '../workers';

export type Exporting =
  | { readonly status: 'idle' }
  | { readonly status: 'writing'; readonly share: number }
  | { readonly status: 'done'; readonly name: string; readonly written: Written }
  | { readonly status: 'failed'; readonly failure: Failure };

export const useExporting = create<{ exporting: Exporting }>()(() => ({ exporting: { status: 'idle' } }));

const say = (exporting: Exporting) => useExporting.setState({ exporting });
let stop: AbortController | null = null;

/** A show's title as a file name that every system takes. */
export function fileName(title: string, ending: string): string {
  const safe = title
    .replace(/[\u0000-\u001f<>:"/\\|?*]+/g, ' ')
    .replace(/\s+/g, ' ')
    .replace(/[. ]+$/, '')
    .trim();
  return `${safe.slice(0, 100) || 'show'}.${ending}`;
}

type Picker = (options: { suggestedName: string }) => Promise<FileSystemFileHandle>;

/**
 * Writes the show's sound while it renders: to the file that the person picks where the browser offers that, else into
 * the private file system and from there as a download. Cancelled or failed, it leaves nothing behind.
 */
export async function exportWav(show: Show, format: WavFormat, pick: boolean): Promise<void> {
  const name = fileName(show.title, 'wav');
  const mine = (stop = new AbortController());
  try {
    const picker = (window as unknown as { showSaveFilePicker?: Picker }).showSaveFilePicker;
    const target = pick && picker ? await picker.call(window, { suggestedName: name }) : null;
    say({ status: 'writing', share: 0 });
    const options = { signal: mine.signal, onProgress: (share: number) => say({ status: 'writing', share }) };
    const written = await worker().call('write', { plan: planShow(show, await heardFor(show)), format, name, target }, options);
    const file = target ? null : await fileAt(places.written(name));
    if (file) download(file, name, () => void removeAt(places.written(name)));
    say({ status: 'done', name, written });
  } catch (error) {
    const failure = failureOf(error);
    say(failure.code === 'cancelled' ? { status: 'idle' } : { status: 'failed', failure });
  }
}

export function cancelExport(): void {
  stop?.abort();
}

export function forgetExport(): void {
  say({ status: 'idle' });
}
