import { SILENCE } from '../units';

/** Bounds of the document, in one place: the schema, the edits and the fields all read them. */
export const LIMITS = {
  /** Shortest time on screen, seconds. */
  hold: { least: 0.1, most: 600, start: 5 },
  dissolve: { start: 0.5 },
  /** Shortest show of sound alone, seconds. */
  alone: { least: 1 },
  card: { words: 200, credits: 5 },
  /** Fade from and to black at the show's ends, seconds. */
  black: { most: 20 },
  /** Sound before and after its picture, seconds; fades of a clip's own sound to start with: enough against a hard cut. */
  own: { runOver: 60, fade: 0.1, stretches: 200 },
  /** Shortest passage that a part may play, seconds. */
  span: { least: 0.05 },
  /** Levels of parts: a recording that is far too quiet can be brought up. Sliders go to `usual`: 200 % is +6.02 dB. */
  gain: { least: SILENCE, most: 40, usual: 6.0206 },
  /** Levels of lanes, and of the whole (200 %). */
  lane: { most: 12 },
  master: { most: 6.0206 },
  /** Pins of a ridden lane lie no further than this from what the thumb did (dB); how long the level takes back to what it was (seconds). */
  ride: { apart: 0.5, back: 0.4 },
  /** Fade to start with when a piece is laid; from `told` on a fade is one that people hear as an ending (seconds). */
  fade: { up: 0.05, out: 0.05, told: 0.5 },
  /** Crossfade at a cut, seconds: a few milliseconds remove a click (common practice). */
  join: { start: 0.005, least: 0.001, most: 10 },
  /** Lead-in and tail that are folded over a loop's seam, seconds. */
  fold: { most: 10 },
  /** Levels set by hand, dB on top of the part's own, and the slopes of a lowered range, seconds. */
  pin: { least: SILENCE, most: 12, count: 2000 },
  rangeSlope: { most: 10, start: 0.5 },
  /** Beats a minute and beats in a bar. */
  grid: { slowest: 20, fastest: 400, fewest: 2, most: 7 },
  /** Speeds; nudges, which keep the ends of a sound as they are, go a fifth faster or slower at the most (common practice). */
  speed: { least: 0.25, most: 4 },
  nudge: { least: 0.8, most: 1.25 },
  /** Semitones. */
  pitch: 12,
  /** Marked moments of a show, and how long their names are. */
  marks: { count: 500, name: 60 },
  /** Fitting: shortest passages in beats, allowed miss in seconds, marks and meetings of one piece. */
  fit: { shortest: 256, miss: 60, meets: 8, jumps: 400, marks: 60 },
  /** Dips: depth and margin in dB, slopes, lead and bridged pauses in seconds, raised gaps. */
  dip: { least: SILENCE, margin: 40, slope: 20, lead: 10, bridge: 30, raise: 12, after: 600, by: 40 },
  /** Share of a voice that is to be understood where the show thins out, and seconds in which layers go and come back (ANSI S3.5: good from 0.75; from memory). */
  thin: { least: 0.4, most: 0.98, start: 0.75, down: 0.6, up: 1.5 },
  /** Of a whole show, together: each list by itself is bounded, and so is what they make when they are all full. */
  whole: { spans: 20_000, pins: 60_000, media: 5_000 },
  /** Layers of one piece. */
  layers: 8,
  /** Room for what sounds: quieter than this it does not count, LUFS. */
  room: { least: -60, most: -10, start: -40 },
  /** Lanes of the bed: music, and what lies under it. */
  beds: 4,
  /** Speakers, takes of one line, words of one narration. */
  voice: { lanes: 12, takes: 40, words: 4000, lines: 500, told: 400 },
  /** Links of one chain; the frequency of a low cut, Hz: rumble lies below, voices above (common practice). */
  treatments: 12,
  lowCut: { least: 40, most: 200, start: 80 },
  /** dB either way. */
  tone: 12,
  steady: {
    ratio: { least: 1, most: 20, start: 5 },
    above: { least: -60, most: 0, start: -38 },
    release: { least: 0.02, most: 1, start: 0.15 },
    lift: { least: 0, most: 24, start: 10 },
  },
  /** dB. */
  hiss: { least: 1, most: 30, start: 18 },
  echo: {
    amount: { most: 0.9, start: 0.35 },
    seconds: { least: 0.03, most: 2, start: 0.3 },
    times: { most: 12, start: 4 },
  },
  room60: { least: 0.15, most: 4, small: 0.4, middle: 1.1, large: 2.4, amount: 0.3 },
  /** True-peak ceiling (dBTP) and loudness to aim for (LUFS). */
  ceiling: { least: -12, most: 0, start: -1 },
  aim: { least: -40, most: -5 },
  /** Letters of one credit line. */
  credit: 400,
  titleLength: 120,
  /** Longest show and latest start of a part, seconds: three hours of 32-bit float stereo still fit a RIFF file. */
  showSeconds: 3 * 3600,
  /** Longest sound that is taken in, seconds. */
  soundSeconds: 2 * 3600,
  pictures: 2000,
  parts: 2000,
  /** Spans of one part. */
  spans: 5000,
} as const;
