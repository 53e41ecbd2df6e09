import { dipsOf, strandKey } from '../core/level';
import { measuringOver, overAsked, stemsOf, tightest } from '../core/mix';
import { strandsOf } from '../core/show';
import { profileOf } from '../core/speech';
import { RATE } from '../core/units';
import { soundSource } from './files';
import { openShow } from './showFile';

const rounded = (value: number, decimals = 4) => Number(value.toFixed(decimals));

/** `bed speech IN.wav --json`: where somebody speaks, seconds, phrase by phrase. */
export function speech(path: string): string {
  const opened = soundSource(path);
  try {
    const { frames } = opened.source;
    const spans = profileOf(opened.source).speech.map(({ from, to }) => ({
      from: rounded(from),
      to: rounded(Math.min(to, frames / RATE)),
    }));
    return JSON.stringify({ seconds: rounded(frames / RATE, 6), speech: spans }, null, 2);
  } finally {
    opened.close();
  }
}

/** `bed dips SHOW --json`: the dips of a show, the level that they make, and how far the voice stands above all else. */
export async function dips(path: string): Promise<string> {
  const folder = await openShow(path);
  try {
    const heard = folder.heard();
    const found = dipsOf(folder.show, heard);
    const stems = stemsOf(folder.show, heard);
    const sources = folder.sources([...stems.voice.parts, ...stems.rest.parts]);
    const work = measuringOver(stems, overAsked(stems), sources, new Map());
    let step = work.next();
    while (!step.done) step = work.next();
    const { readings, understood } = step.value;
    const least = tightest(readings);
    const { show } = folder;
    const titles = new Map(show.parts.flatMap((part) => strandsOf(show, part).map((one) => [strandKey(part.id, one.media), one.title])));
    return JSON.stringify(
      {
        dips: found.dips.map(({ part, from, to, begin, low, rise, end, gain, gone }) => ({
          part,
          voice: { from: rounded(from), to: rounded(to) },
          begin: rounded(begin),
          low: rounded(low),
          rise: rounded(rise),
          end: rounded(end),
          gain: rounded(gain, 2),
          ...(gone.length > 0 ? { gone: gone.map((key) => titles.get(key) ?? key) } : {}),
        })),
        level: found.bed.map(({ at, gain }) => ({ at: rounded(at), gain: rounded(gain, 2) })),
        voiceOverBed: least && { tightest: rounded(least.over, 2), at: rounded(least.at, 2) },
        understood: understood && { least: rounded(understood.share, 3), at: rounded(understood.at, 2) },
      },
      null,
      2,
    );
  } finally {
    folder.close();
  }
}
