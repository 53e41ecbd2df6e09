import { clientOf } from '../cabinets/page';
import type { WorkerClient } from '../workers/client';
import type { FilmCalls, SoundCalls } from './write.protocol';

export type FilmClient = WorkerClient<FilmCalls>;
export type SoundClient = WorkerClient<SoundCalls>;

export type FilmKind = 'mp4' | 'webm';
export type SoundKind = 'flac' | 'mp3' | 'opus';

/** Starts a worker that writes films. Its encoders are fetched with it: nobody else needs them. */
export function startFilm(kind: FilmKind): FilmClient {
  return clientOf<FilmCalls>(() =>
    kind === 'mp4' ? new Worker(new URL('./mp4.worker', window.location.href)) : new Worker(new URL('./webm.worker', window.location.href)),
  );
}

/** The worker that writes one coding of sound; its encoder is fetched with it. */
export function startSound(kind: SoundKind): SoundClient {
  switch (kind) {
    case 'flac':
      return clientOf<SoundCalls>(() => new Worker(new URL('./flac.worker', window.location.href)));
    case 'mp3':
      return clientOf<SoundCalls>(() => new Worker(new URL('./mp3.worker', window.location.href)));
    case 'opus':
      return clientOf<SoundCalls>(() => new Worker(new URL('./opus.worker', window.location.href)));
  }
}
