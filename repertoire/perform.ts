import { RATE } from '../core/units';
import { DRUMS, INSTRUMENTS, hertzOf } from './instruments';
import { addRoom } from './room';
import type { LayerOf, Note, Score } from './score';

/** All layers of a piece are this much quieter than they were played: their sum stays below full scale (the tests look). */
const HEADROOM = 0.5;
/** Different strokes: notes of the same kind are played in turn. */
const STROKES = { drums: 4, others: 2 } as const;
/** The last of the ring fades, seconds. */
const FADE = 1.5;

/** A layer of a score as it sounds: interleaved stereo at 48 kHz, as long as the piece. The same score gives the same samples. */
export function performLayer(score: Score, index: number): Float32Array {
  const layer = score.piece.layers[index]!;
  const frames = Math.round(score.seconds * RATE);
  const out = new Float32Array(frames * 2);
  /** Notes that were played already: many come again. */
  const played = new Map<string, Float32Array>();
  for (const [number, note] of score.notes[index]!.entries()) {
    const start = score.secondOf(note.beat);
    const held = score.secondOf(note.beat + note.beats) - start;
    // As loud as one of sixteen steps: what is heard differs, and a note that comes again need not be played again.
    const force = Math.max(1, Math.round(note.force * 12)) / 12;
    const stroke = number % (note.drum === undefined ? STROKES.others : STROKES.drums);
    const kind = note.drum === undefined ? `${note.pitch} ${Math.round(held * 50)} ${force} ${stroke}` : `${note.drum} ${force} ${stroke}`;
    let sound = played.get(kind);
    if (!sound) {
      sound = strike(layer, note, held, force, stroke + note.pitch * STROKES.drums);
      played.set(kind, sound);
    }
    add(out, sound, Math.round(start * RATE), placeOf(layer, note), layer.gain * HEADROOM);
  }
  addRoom(out, layer.room);
  const fade = Math.round(FADE * RATE);
  for (let i = 0; i < fade; i += 1) {
    const at = (frames - 1 - i) * 2;
    out[at]! *= i / fade;
    out[at + 1]! *= i / fade;
  }
  return out;
}

function strike(layer: LayerOf, { drum, pitch }: Note, seconds: number, force: number, seed: number): Float32Array {
  if (layer.by === 'drums') return DRUMS[drum ?? 'k']!({ hertz: 100, seconds, force, seed });
  return INSTRUMENTS[layer.by]({ hertz: hertzOf(pitch), seconds, force, seed });
}

/** Where a note stands: tones of chords beside one another, drums each in its place. */
function placeOf({ role, pan }: LayerOf, { pitch, drum }: Note): number {
  if (role === 'chords' || role === 'pad') return Math.max(-0.9, Math.min(0.9, pan + 0.35 * Math.sin(pitch * 1.7)));
  if (role === 'beat') return Math.max(-0.9, Math.min(0.9, pan + ({ h: 0.3, r: -0.35, t: 0.25, w: -0.25, b: 0.1 }[drum ?? ''] ?? 0)));
  return pan;
}

/** Adds a note to a layer, placed by the constant-power law. */
function add(out: Float32Array, sound: Float32Array, start: number, pan: number, gain: number): void {
  const angle = ((pan + 1) / 4) * Math.PI;
  const [left, right] = [Math.cos(angle) * gain, Math.sin(angle) * gain];
  const count = Math.min(sound.length, out.length / 2 - start);
  for (let i = 0, o = start * 2; i < count; i += 1, o += 2) {
    const value = sound[i]!;
    out[o]! += value * left;
    out[o + 1]! += value * right;
  }
}
