import { downbeatsOf, listenTo, LONGEST_PIECE, type Listened } from '../core/music';
import { RATE, clockTime } from '../core/units';
import type { PcmSource } from '../core/sound';
import { Complaint, soundSource } from './files';

const rounded = (value: number, decimals = 4) => Number(value.toFixed(decimals));

/** Listens to a sound. @throws Complaint where it is too long. */
export function listenToSource(source: PcmSource): Listened {
  const seconds = source.frames / RATE;
  if (seconds > LONGEST_PIECE)
    throw new Complaint(`the piece lasts ${clockTime(seconds)}; pieces of up to ${clockTime(LONGEST_PIECE)} are heard`);
  if (seconds < 0.5) throw new Complaint('the piece is shorter than half a second: there is nothing to hear');
  return listenTo(source);
}

/** `bed hear IN.wav --json`: what is known of a piece from listening to it. */
export function hear(path: string): string {
  const opened = soundSource(path);
  try {
    const { hearing: heard } = listenToSource(opened.source);
    const { tempo, sure, half, double } = heard.pulse;
    const { ending } = heard;
    return JSON.stringify(
      {
        seconds: rounded(heard.seconds, 6),
        tempo: tempo === null ? null : rounded(tempo, 2),
        sure: rounded(sure, 2),
        candidates: [half, double].filter((one): one is number => one !== null).map((one) => rounded(one, 2)),
        beats: heard.steady ? heard.moments.map((at) => rounded(at)) : [],
        beatsPerBar: heard.steady ? heard.perBar : null,
        downbeats: downbeatsOf(heard).map((at) => rounded(at)),
        sections: heard.sections.map(({ from, to, letter }) => ({ from: rounded(from), to: rounded(to), label: letter })),
        voices: heard.voices.map(({ from, to, sure: how }) => ({ from: rounded(from), to: rounded(to), sure: rounded(how, 2) })),
        silence: { before: rounded(ending.sounding.from), after: rounded(Math.max(0, heard.seconds - ending.sounding.to)) },
        lastChord: { at: rounded(ending.lastChord), ring: rounded(ending.ring) },
        points: heard.steady ? [] : heard.moments.map((at) => rounded(at)),
      },
      null,
      2,
    );
  } finally {
    opened.close();
  }
}
