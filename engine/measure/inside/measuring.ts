import { WavWriter } from '../../../core/files';
import {
  loudAsked,
  measuringLoudness,
  measuringOver,
  overAsked,
  partsFor,
  type Asked,
  type Clearness,
  type Plan,
  type Remembered,
} from '../../../core/mix';
import type { Loudness, PcmSource } from '../../../core/sound';
import { openOut } from '../../media/inside/out';
import { finished } from '../../workers/finished';
import { Hands } from '../../workers/hands';
import type { Desk } from '../../workers/serve';
import { RATE } from '../../../core/units';
import type { MeasureCalls, Written } from '../measure.protocol';
import { eachBlock } from './blocks';
import { Sources } from '../../media/inside/sources';
import { knownOf, named, type Known, type What } from './known';

/** Loudness and true peak of a whole plan. */
export function measure({ plan, show }: Parameters<MeasureCalls['measure']>[0], desk: Desk): Promise<Loudness> {
  return measured({ what: 'loudness', show, plans: [plan], asked: named(loudAsked(plan)) }, desk, ([one], ...rest) =>
    measuringLoudness(one!, ...rest),
  );
}

/** How clear the voices are beside all else, in the sound as it is mixed. */
export function over({ stems, show }: Parameters<MeasureCalls['over']>[0], desk: Desk): Promise<Clearness> {
  const { voice, rest, said } = stems;
  return measured({ what: 'over', show, plans: [voice, rest], asked: named(overAsked(stems)) }, desk, ([one, other], ...more) =>
    measuringOver({ voice: one!, rest: other!, said }, ...more),
  );
}

interface Question {
  readonly what: What;
  readonly show: string | undefined;
  readonly plans: readonly Plan[];
  readonly asked: readonly Asked[];
}

/** Measures what is not known of the asked segments. `work` gets the plans with what sounds in those alone. */
async function measured<T>(
  { what, show, plans, asked }: Question,
  desk: Desk,
  work: (
    plans: readonly Plan[],
    asked: readonly Asked[],
    sources: ReadonlyMap<string, PcmSource>,
    remembered: Remembered,
  ) => Generator<number, T>,
): Promise<T> {
  const known = show === undefined ? null : await knownOf(what, show);
  known?.ask();
  const missing = known ? asked.filter(({ text }) => !known.get(text)) : asked;
  const narrow = plans.map((plan) => ({ ...plan, parts: partsFor(plan, missing) }));
  const sources = new Sources();
  // What is asked of the open show is asked again after each edit, while a person goes on.
  const hands = show === undefined ? null : new Hands();
  try {
    const opened = await sources.serve({ ...plans[0]!, parts: narrow.flatMap(({ parts }) => parts) }, desk.signal);
    // What plays without clear voice until that is worked out is remembered for this question alone.
    return await finished(work(narrow, asked, opened, known && !sources.waiting ? known : passing(known)), desk, hands);
  } finally {
    hands?.close();
    sources.close();
  }
}

/** Remembers for as long as one question takes. */
function passing(known: Known | null): Remembered {
  const fresh = new Map<string, Float32Array>();
  return { get: (text) => fresh.get(text) ?? known?.get(text), set: (text, numbers) => fresh.set(text, numbers) };
}

/** Writes a plan as WAV. What fails or is cancelled leaves nothing behind. */
export async function write(details: Parameters<MeasureCalls['write']>[0], desk: Desk): Promise<Written> {
  const { plan, format, name, target, loop = false, tags, cues = [] } = details;
  const only = details.only ?? { first: 0, frames: plan.frames };
  const inside = cues
    .map(({ frame, name: said }) => ({ frame: frame - only.first, name: said }))
    .filter(({ frame }) => frame >= 0 && frame <= only.frames);
  const writer = new WavWriter(format, 2, RATE, loop ? { start: 0, end: only.frames } : null, tags, inside);
  const out = await openOut(name, target);
  try {
    await out.write(writer.header(only.frames));
    const unsound = await eachBlock(plan, only, desk, (block, frames) => out.write(writer.encode(block, frames)));
    const footer = writer.footer(only.frames);
    if (footer.length > 0) await out.write(footer);
    await out.finish();
    return { frames: only.frames, bytes: writer.fileBytes(only.frames), clipped: writer.clipped, unsound };
  } finally {
    await out.close();
  }
}
