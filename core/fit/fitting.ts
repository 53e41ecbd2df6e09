import { texture, type Hearing, type Texture } from '../music';
import type { Stretch } from '../show/fitTypes';
import type { PcmSource } from '../sound';
import type { Seconds } from '../units';
import { Steps } from './inStep';
import { prepareLinks, type Web } from './links';
import { placesOf, type Places } from './places';
import { Prover } from './proof';
import { Surroundings } from './sides';
import type { Workshop } from './splice';
import type { Wish } from './wish';

/** A piece that is ready to be fitted to any length: what was heard, where it may be cut and go on, and the splices that were made so far. */
export interface Fitting {
  readonly heard: Hearing;
  readonly piece: Stretch;
  readonly source: PcmSource;
  readonly prover: Prover;
  readonly made: Workshop;
  /** A beat as it is played; what stands for one where there is none, seconds. */
  readonly beat: Seconds;
  /** How much may go at the piece's end without being missed, seconds: silence, and the last of its ring. */
  readonly trailing: Seconds;
  /** The web for a wish; kept while only the length changes. */
  web(wish: Pick<Wish, 'keep'>): Web;
}

/** @param listened what was heard of the sound's texture; listened to anew where it is not given. */
export function startFitting(heard: Hearing, source: PcmSource, piece: Stretch, listened: Texture = texture(source)): Fitting {
  const around = new Surroundings(listened, source, heard.moments);
  const steps = new Steps(around.onsets);
  let places: Places | null = null;
  let last: { readonly key: string; readonly web: Web } | null = null;
  const [first, end] = [heard.moments[0] ?? 0, heard.moments.at(-1) ?? 0];
  return {
    heard,
    source,
    piece,
    prover: new Prover(around, steps),
    made: new Map(),
    trailing: trailingOf(around, piece),
    beat: heard.steady && heard.moments.length > 3 ? (end - first) / (heard.moments.length - 1) : 0.5,
    web({ keep }) {
      const key = JSON.stringify(keep);
      places ??= placesOf(around, steps, heard, piece);
      if (last?.key !== key) last = { key, web: prepareLinks(around, steps, places, heard, piece, { keep }) };
      return last.web;
    },
  };
}

/** Quieter than this is silence, dB of full scale; no more of it is taken than SILENT. */
const SILENCE = -60;
const SILENT: Seconds = 1;
/** So much of a ring may go, if what goes is so much quieter than the half second before it. */
const RING: Seconds = 0.1;
const FAINT = 18;

function trailingOf(around: Surroundings, { from, to }: Stretch): Seconds {
  const most = Math.min(SILENT, (to - from) / 4);
  let silent = 0;
  while (silent + 0.01 <= most && around.levelOf(to - silent - 0.06, to - silent - 0.01) < SILENCE) silent += 0.01;
  const end = to - silent;
  let ring = 0;
  while (ring + 0.01 <= RING) {
    const cut = end - ring - 0.01;
    // Energies, not levels: a short stretch has less of it.
    const gone = around.levelOf(cut, end) + 10 * Math.log10((end - cut) / 0.5);
    if (gone > around.levelOf(cut - 0.5, cut) - FAINT) break;
    ring += 0.01;
  }
  return silent + ring;
}
