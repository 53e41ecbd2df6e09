import { Failure } from '../../../core/failure';
import { LONGEST_PIECE, listening, type Hearing } from '../../../core/music';
import { RATE } from '../../../core/units';
import { keepListened, keptHearing, keptTexture } from '../../media/hearings';
import { openPcm } from '../../media/inside/pcm';
import { finished } from '../../workers/finished';
import type { Desk } from '../../workers/serve';
import type { ListenCalls } from '../listen.protocol';

/** Hears a stored piece, or remembers what was heard; yields now and then, so that it can be cancelled. */
export async function hear({ media, grid }: Parameters<ListenCalls['hear']>[0], desk: Desk): Promise<Hearing> {
  const kept = await keptHearing(media, grid);
  if (kept) return kept;
  const source = await openPcm(media);
  try {
    if (source.frames > LONGEST_PIECE * RATE) throw new Failure('hear.too-long', { seconds: source.frames / RATE, most: LONGEST_PIECE });
    const listened = await finished(listening(source, grid, await keptTexture(media)), desk);
    await keepListened(media, grid, listened);
    return listened.hearing;
  } finally {
    source.close();
  }
}
