import { askedOf, layingOf, startFitting, weaveAnswer, wantedSeconds, FIRST_WISH } from '../../core/fit';
import { hear } from '../../core/music';
import { FIRST_LANES, newShow, readShow, type Part, type Show } from '../../core/show';
import { layFit, newPart } from '../../core/show/edits';
import { memorySource } from '../../core/sound';
import { compose } from '../../repertoire/compose';
import { performLayer } from '../../repertoire/perform';
import { PIECES } from '../../repertoire/pieces';
import { wavOf } from '../../repertoire/wav';
import { thinningOut, type DemoMedia } from '../media';

/** A minute of radio. */
const SECONDS = 60;
const PLAYS = 'kite-string';
const CREDIT = 'Composed and spoken by a program for Rain Bed; free to use (CC0)';
/** Where the three lines begin, seconds. */
const SPOKEN_AT = [5, 23, 43];

/** A show of sound alone: a piece in layers, fitted to a minute, that thins out under who speaks. The same program gives the same show. */
export function radioShow(shelf: DemoMedia, lines: readonly (readonly [name: string, bytes: Uint8Array])[]): Show {
  const piece = PIECES.find(({ id }) => id === PLAYS)!;
  const score = compose(piece);
  const layers = piece.layers.map(({ title }, index) => ({ title, sound: performLayer(score, index) }));
  const sum = new Float32Array(layers[0]!.sound.length);
  for (const { sound } of layers) for (let i = 0; i < sum.length; i += 1) sum[i]! += sound[i]!;
  const files = layers.map(({ title, sound }) => ({ title, file: wavOf(sound, 2) }));
  const media = shelf.piece(wavOf(sum, 2), files, piece.title, CREDIT);
  const bed: Part = { ...newPart('music', FIRST_LANES.bed, media), gain: 2 };
  const voices = lines.map(([name, bytes], index): Part => ({
    ...newPart(`line-${index + 1}`, FIRST_LANES.voice, shelf.sound(bytes, name, CREDIT)),
    at: SPOKEN_AT[index]!,
  }));
  const bare: Show = { ...newShow('demo-radio', 'Puddle Radio, one minute'), alone: SECONDS, parts: [bed, ...voices], media: shelf.media };
  return readShow(thinningOut(fitted(bare, bed, sum)));
}

/** The piece fitted to the minute, as the application does it. */
function fitted(show: Show, part: Part, sound: Float32Array): Show {
  const source = memorySource(sound, 2);
  const heard = hear(source);
  const fitting = startFitting(heard, source, { from: 0, to: show.media[part.media]!.seconds });
  const asked = askedOf(show, part);
  const answer = weaveAnswer(fitting, wantedSeconds(show, part, asked.to), FIRST_WISH);
  if (!answer) throw new RangeError(`${part.media} cannot be fitted to ${SECONDS} s`);
  return layFit(show, layingOf(show, part, answer, { ...asked, slack: 'speed' }, heard.ending.ring));
}
