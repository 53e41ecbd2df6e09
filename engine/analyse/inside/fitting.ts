import { Failure } from '../../../core/failure';
import type { Phrase } from '../../../core/phrase';
import { answersFor, howNear, nearestHidden, startFitting, waysOf, weaveAnswer, type Answer, type Fitting } from '../../../core/fit';
import type { Stretch } from '../../../core/show';
import { keptHearing, keptTexture } from '../../media/hearings';
import { openPcm } from '../../media/inside/pcm';
import { finished } from '../../workers/finished';
import type { Desk } from '../../workers/serve';
import type { AnalyseCalls } from '../analyse.protocol';

/** The piece that was fitted last stays open: it is solved anew many times while a person tries lengths. */
interface Open {
  readonly key: string;
  readonly fitting: Fitting;
  close(): void;
}

let open: Promise<Open> | null = null;
let opened = '';

async function begin(key: string, { media, grid, piece }: Parameters<AnalyseCalls['fitNear']>[0]): Promise<Open> {
  const heard = await keptHearing(media, grid);
  if (!heard) throw new Failure('fit.unheard');
  const source = await openPcm(media);
  const bounds: Stretch = { from: Math.max(0, piece.from), to: Math.min(piece.to, heard.seconds) };
  const texture = await keptTexture(media);
  return { key, fitting: startFitting(heard, source, bounds, texture ?? undefined), close: () => source.close() };
}

async function fittingFor(details: Parameters<AnalyseCalls['fitNear']>[0]): Promise<Fitting> {
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

/** Another way is looked for so often while a finger moves. */
const QUICKLY = 1;

/** Answers for a stored piece that was heard, and where there is none, why. */
export async function fit(details: Parameters<AnalyseCalls['fit']>[0]): Promise<{ answers: Answer[]; why: Phrase | null }> {
  const { wanted, wish, only, quick } = details;
  const fitting = await fittingFor(details);
  if (quick && only === 'weave') {
    const answer = weaveAnswer(fitting, wanted, wish, QUICKLY);
    return { answers: answer ? [answer] : [], why: null };
  }
  const answers = only === null ? answersFor(fitting, wanted, wish) : waysOf[only](fitting, wanted, wish);
  const woven = answers.some((one) => one.way === (only ?? 'weave'));
  return { answers, why: woven ? null : howNear(fitting, wanted, wish, only) };
}

/** The nearest length at which a weave hides. */
export async function fitNear(details: Parameters<AnalyseCalls['fitNear']>[0], desk: Desk): Promise<number | null> {
  return finished(nearestHidden(await fittingFor(details), details.wanted, details.wish), desk);
}
