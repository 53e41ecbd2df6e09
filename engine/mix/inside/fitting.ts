import { Failure } from '../../../core/failure';
import { answersFor, howNear, startFitting, waysOf, type Answer, type Fitting } from '../../../core/fit';
import type { Stretch } from '../../../core/show';
import { keptHearing } from '../../media/hearings';
import { openPcm } from '../../media/inside/pcm';
import type { MixCalls } from '../mix.protocol';

/** The piece that was fitted last stays open: it is solved anew many times while a person tries lengths. */
interface Open {
  readonly key: string;
  readonly fitting: Fitting;
  close(): void;
}

let open: Promise<Open> | null = null;
let opened = '';

async function begin(key: string, { media, grid, piece }: Parameters<MixCalls['fit']>[0]): Promise<Open> {
  const heard = await keptHearing(media, grid);
  if (!heard) throw new Failure('fit.unheard');
  const source = await openPcm(media);
  const bounds: Stretch = { from: Math.max(0, piece.from), to: Math.min(piece.to, heard.seconds) };
  return { key, fitting: startFitting(heard, source, bounds), close: () => source.close() };
}

async function fittingFor(details: Parameters<MixCalls['fit']>[0]): Promise<Fitting> {
  const key = JSON.stringify([details.media, details.grid, details.piece]);
  if (open && opened === key) return (await open).fitting;
  const before = open;
  opened = key;
  open = begin(key, details);
  open.catch(() => {
    if (opened === key) open = null;
  });
  await before?.then((one) => one.close()).catch(() => undefined);
  return (await open).fitting;
}

/** Answers for a stored piece that was heard, and where there is none, why. */
export async function fit(details: Parameters<MixCalls['fit']>[0]): Promise<{ answers: Answer[]; why: string | null }> {
  const { wanted, wish, only } = details;
  const fitting = await fittingFor(details);
  const answers = only === null ? answersFor(fitting, wanted, wish) : waysOf[only](fitting, wanted, wish);
  const woven = answers.some((one) => one.way === (only ?? 'weave'));
  return { answers, why: woven ? null : howNear(fitting, wanted, wish, only) };
}
