import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { FIRST_WISH, startFitting, weaveAnswer, type Fitting } from '../core/fit';
import { downbeatsOf, hear } from '../core/music';
import { memorySource } from '../core/sound';
import { RATE } from '../core/units';
import { composePiece, type Piece, type PieceSpec, type Style } from '../tests/pieces';
import { median, quickest, timed, type Figure, type Size } from './figure';
import { nudgeFigures, writeWav } from './nudge';

const STYLES: readonly Style[] = ['band', 'floor', 'waltz', 'picking', 'strum', 'march', 'clicks', 'organ'];

/** Pieces of every style, metre and tempo, drawn by lot: other ones than the tests hear. */
function lots(count: number): PieceSpec[] {
  let state = 31_337;
  const roll = () => (state = (state * 16_807) % 2_147_483_647) / 2_147_483_647;
  return Array.from({ length: count }, (_, i) => {
    const tempo = Math.round(60 + roll() * 130);
    const beats = [2, 3, 4, 4, 5, 6, 7][Math.floor(roll() * 7)]!;
    const bars = Math.max(4, Math.round(13 / ((beats * 60) / tempo) / 2) * 2);
    const [drift, swing] = [roll() < 0.5 ? 0 : roll() * 0.06, roll() < 0.6 ? 0 : roll() * 0.16];
    return { tempo, beats, style: STYLES[i % 8]!, form: 'ABA', bars, drift, swing, loose: roll() * 0.01, seed: Math.floor(roll() * 1000) };
  });
}

const near = (at: number, list: readonly number[]) => list.some((other) => Math.abs(at - other) <= 0.07);
const fMeasure = (found: readonly number[], truth: readonly number[]) =>
  (2 * found.filter((at) => near(at, truth)).length) / (found.length + truth.length || 1);
const tempoOf = (beats: readonly number[]) => 60 / median(beats.slice(1).map((at, i) => at - beats[i]!));
const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;

export function hearingFigures(size: Size): Figure[] {
  const count = size === 'full' ? 48 : 1;
  const found = lots(count).map((spec) => {
    const piece = composePiece(spec);
    const heard = hear(memorySource(piece.sound, 2));
    const ratio = (heard.pulse.tempo ?? 0) / tempoOf(piece.beats);
    const isNear = (to: number) => Math.abs(ratio / to - 1) <= 0.04;
    return {
      tempo: isNear(1),
      level: [0.5, 1, 2].some(isNear),
      beats: fMeasure(heard.moments, piece.beats),
      downbeats: fMeasure(downbeatsOf(heard), piece.downbeats),
    };
  });
  const shareOf = (is: (one: (typeof found)[number]) => boolean) => (100 * found.filter(is).length) / found.length;
  return [
    {
      name: `Tempo within 4 %, of ${count} pieces of every style drawn by lot`,
      value: shareOf(({ tempo }) => tempo),
      unit: '%',
      wanted: { least: 95 },
    },
    // Accuracy 2 of Gouyon et al. (2006): which of two levels of a beat is counted is a matter of taste.
    { name: 'the same, of it, its half or its double', value: shareOf(({ level }) => level), unit: '%', wanted: { least: 90 } },
    { name: 'Beats in them, F-measure at 70 ms', value: mean(found.map(({ beats }) => beats)), unit: '', wanted: { least: 0.95 } },
    { name: 'Downbeats in them', value: mean(found.map(({ downbeats }) => downbeats)), unit: '', wanted: { least: 0.85 } },
  ];
}

/** Beside aubio's beat tracker on the same file: how long each takes, and how many of its beats are ours too. */
function besideAubio(piece: Piece, folder: string): Figure[] {
  const path = join(folder, 'piece.wav');
  writeWav(path, piece.sound);
  const source = memorySource(piece.sound, 2);
  let theirs: number[] = [];
  const [ours, aubio] = [
    timed(() => hear(source)),
    timed(() => {
      const { stdout, error } = spawnSync('aubiotrack', ['-i', path], { encoding: 'utf8' });
      if (!error) theirs = stdout.split('\n').filter(Boolean).map(Number);
    }),
  ];
  if (theirs.length === 0) return [];
  const { moments } = hear(source);
  return [
    { name: 'Hearing beside aubio’s beat tracker (all of it beside its beats)', value: ours / aubio, unit: 'x its time' },
    { name: 'Agreement: our beats and its, F-measure at 70 ms', value: fMeasure(moments, theirs), unit: '' },
    { name: 'Truth: our beats, F-measure', value: fMeasure(moments, piece.beats), unit: '' },
    { name: 'Truth: its beats, F-measure', value: fMeasure(theirs, piece.beats), unit: '' },
  ];
}

/** A new length each time: what a moving finger asks for. */
function solving(fitting: Fitting, seconds: number): number {
  weaveAnswer(fitting, seconds * 0.7, FIRST_WISH);
  const times: number[] = [];
  for (let i = 0; i < 12; i += 1)
    times.push(quickest(3, (turn) => timed(() => weaveAnswer(fitting, seconds * (0.4 + i * 0.11) + turn / 50, FIRST_WISH))));
  return median(times);
}

function speeds(piece: Piece, name: string, hearBound: number | null, solveBound: number): Figure[] {
  const source = memorySource(piece.sound, 2);
  hear(source);
  let heard = hear(source);
  const hearing = quickest(3, () => timed(() => (heard = hear(source))));
  const fitting = startFitting(heard, source, { from: 0, to: piece.seconds });
  const preparing = timed(() => fitting.web(FIRST_WISH));
  return [
    {
      name: `Hearing ${name} of decoded stereo`,
      value: hearing,
      unit: 's',
      ...(hearBound === null ? {} : { wanted: { most: hearBound } }),
    },
    { name: `Preparing ${name} for weaving, once`, value: preparing * 1000, unit: 'ms' },
    {
      name: `A weave of ${name} to a new length, middle of 12`,
      value: solving(fitting, piece.seconds) * 1000,
      unit: 'ms',
      wanted: { most: solveBound },
    },
  ];
}

const THREE: PieceSpec = { tempo: 112, beats: 4, style: 'band', form: 'ABABCABACB', bars: 8 };
const TEN: PieceSpec = { tempo: 124, beats: 4, style: 'strum', form: 'ABABCABDABCABDCABACDABABCABDABABCABAB', bars: 8, drift: 0.02 };
const SHORT: PieceSpec = { ...THREE, form: 'ABA', bars: 4 };

const named = ({ seconds }: Piece) => `${(seconds / 60).toFixed(1)} min`;

/** Hearing and weaving pieces of three and of ten minutes. */
export function weavingFigures(size: Size): Figure[] {
  if (size === 'small') {
    const piece = composePiece(SHORT);
    return speeds(piece, named(piece), null, 60);
  }
  const [three, ten] = [composePiece(THREE), composePiece(TEN)];
  return [...speeds(three, named(three), 1.5, 60), ...speeds(ten, named(ten), null, 250)];
}

/** What other programs do of it, beside ours. */
export function besideOthersFigures(size: Size): Figure[] {
  const folder = mkdtempSync(join(tmpdir(), 'bench-'));
  try {
    const piece = composePiece(size === 'full' ? THREE : SHORT);
    return [
      ...besideAubio(piece, folder),
      ...nudgeFigures(piece.sound.subarray(0, (size === 'full' ? 30 : 8) * RATE * 2), 'a composed band'),
    ];
  } finally {
    rmSync(folder, { recursive: true });
  }
}
