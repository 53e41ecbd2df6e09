import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { heardOf, narration, profile, withNarrations } from '../../tests/heard';
import { composePiece } from '../../tests/pieces';
import { SPEAKERS, spoken } from '../../tests/speakers';
import { mediaId, showOf } from '../../tests/shows';
import { renderShow } from '../../tests/render';
import { WavWriter } from '../files';
import { saidIn, type Heard } from '../level';
import { setDips } from '../show/edits';
import { memorySource, type PcmSource } from '../sound';
import { RATE, decibelsOfPercent } from '../units';
import { Mixer, measuringOver, overAsked, planShow, stemsOf, tightest, type Plan, type Stems } from '.';

const folder = mkdtempSync(join(tmpdir(), 'rain-bed-over-'));
afterAll(() => rmSync(folder, { recursive: true }));

const finish = <T>(work: Generator<number, T>): T => {
  let step = work.next();
  while (!step.done) step = work.next();
  return step.value;
};

describe('a dip in the exported sound', () => {
  it.each([
    ['10 dB down', -10],
    ['15 %', decibelsOfPercent(15)],
  ])('%s: levels within 0.1 dB, slopes within 5 ms', (_, gain) => {
    // A constant tone is the bed; the voice is silent itself, so that the bed can be measured alone.
    const base = withNarrations(showOf([20, 10], 30), narration(3001, 4, 8));
    const one = setDips(base, { change: { depth: { by: 'fixed', gain }, down: 1, up: 2, lead: 0.3 } });
    const heard: Heard = new Map([[mediaId(3001), profile(4, [[0.5, 3.5]])]]);
    const tone = Float32Array.from({ length: RATE * 60 }, (_x, i) => 0.5 * Math.sin((2 * Math.PI * 1000 * (i >> 1)) / RATE));
    const sources = new Map<string, PcmSource>([
      [mediaId(1000), memorySource(tone, 2)],
      [mediaId(3001), memorySource(new Float32Array(RATE * 4), 1)],
    ]);
    const out = renderShow(one, sources, [4096, 777], heard);
    const level = (from: number, to: number) => {
      let power = 0;
      for (let i = Math.round(from * RATE); i < Math.round(to * RATE); i += 1) power += out[i * 2]! ** 2;
      return 10 * Math.log10((power / ((to - from) * RATE)) * 8);
    };
    // Speech from 8.5 to 11.5 s: down from 8.2 to 9.2 s, up from 11.5 to 13.5 s.
    for (const [from, to, wanted] of [
      [7, 8.195, 0],
      [9.205, 11.495, gain],
      [13.505, 15, 0],
      [8.698, 8.702, gain / 2],
      [12.498, 12.502, gain / 2],
    ] as const) {
      expect(Math.abs(level(from, to) - wanted)).toBeLessThan(0.1);
    }
    // Just inside its ends a slope has begun: 5 ms are a two-hundredth of it.
    expect(level(8.25, 8.26)).toBeLessThan(gain * 0.04);
    expect(level(9.14, 9.15)).toBeGreaterThan(gain * 0.97);
    expect(decibelsOfPercent(15)).toBeCloseTo(-16.48, 2);
  });
});

/** Momentary and short-term loudness every 100 ms as ffmpeg's ebur128 measures them, LUFS. */
function measuredByFfmpeg(plan: Plan, sources: ReadonlyMap<string, PcmSource>, name: string): { m: number[]; s: number[] } {
  const samples = new Float32Array(plan.frames * 2);
  new Mixer(plan, sources).render(0, plan.frames, samples);
  const path = join(folder, `${name}.wav`);
  const writer = new WavWriter('float32');
  writeFileSync(path, Buffer.concat([writer.header(plan.frames), writer.encode(samples, plan.frames)]));
  const options = ['-hide_banner', '-nostdin', '-v', 'verbose', '-i', path, '-af', 'ebur128=peak=none', '-f', 'null', '-'];
  const { stderr } = spawnSync('ffmpeg', options, { encoding: 'utf8', maxBuffer: 1 << 28 });
  const rows = [...stderr.matchAll(/t:\s*([\d.]+)\s.*?M:\s*(-?[\d.]+|nan|-inf)\s+S:\s*(-?[\d.]+|nan|-inf)/g)];
  return { m: rows.map((row) => Number(row[2])), s: rows.map((row) => Number(row[3])) };
}

describe('voice over bed', () => {
  const piece = composePiece({ tempo: 104, beats: 4, style: 'band', form: 'ABAB', bars: 8 });
  const said = [spoken(SPEAKERS[0]!, [0.2, 0.5, 0.4, 0.6]), spoken(SPEAKERS[4]!, [0.3, 0.4, 0.5, 0.4], 0.4)];
  const narrations = said.map(({ sound }, i) => narration(3001 + i, sound.length / RATE, 6 + i * 22));
  const base = withNarrations(showOf([50], piece.seconds, { gain: -4 }), ...narrations);
  const sources = new Map<string, PcmSource>([
    [mediaId(1000), memorySource(piece.sound, 2)],
    ...said.map(({ sound }, i): [string, PcmSource] => [mediaId(3001 + i), memorySource(sound, 1)]),
  ]);
  const heard = heardOf(sources);
  const measured = (stems: Stems) => finish(measuringOver(stems, overAsked(stems), sources, new Map()));

  it('made clear, it holds the 20 dB of WCAG 2.2 (1.4.7) everywhere, by our reading and by ffmpeg’s loudness of the stems', () => {
    const one = setDips(base, { change: { depth: { by: 'clear', margin: 20 }, own: true } });
    const stems = stemsOf(one, heard);
    const { readings } = measured(stems);
    const least = tightest(readings)!;
    expect(least.over).toBeGreaterThan(19.5);
    expect(least.over).toBeLessThan(21);
    const voice = measuredByFfmpeg(stems.voice, sources, 'voice');
    const rest = measuredByFfmpeg(stems.rest, sources, 'rest');
    let compared = 0;
    for (const { from, to } of saidIn(one, heard)) {
      // A reading at step i is of the 3 s (or 0.4 s) that end there.
      for (let i = Math.ceil((from + 3) * 10); i <= Math.floor(to * 10); i += 1) {
        expect(voice.s[i - 1]! - rest.s[i - 1]!).toBeGreaterThan(19.5);
        // The loudest 0.4 s of the bed in the middle of those 3 s against the voice of all of them.
        expect(voice.s[i - 1]! - rest.m[i - 14]!).toBeGreaterThan(19.5);
        compared += 1;
      }
    }
    expect(compared).toBeGreaterThan(50);
  });

  it('thinned out, as much of it is understood as was asked for, of what is mixed', () => {
    const read = (share: number) => {
      const one = setDips(base, { change: { depth: { by: 'thin', share }, lead: 0.6 } });
      return measured(stemsOf(one, heard)).understood!.share;
    };
    for (const share of [0.6, 0.9]) expect(Math.abs(read(share) - share)).toBeLessThan(0.03);
  });

  it('reads what was set: without dips the bed stands where it stands', () => {
    const flat = setDips(base, { change: { depth: { by: 'fixed', gain: 0 } } });
    const dipped = setDips(base, { change: { depth: { by: 'fixed', gain: -12 }, lead: 1 } });
    const read = (show: typeof base) => measured(stemsOf(show, heard)).readings;
    const [before, after] = [read(flat), read(dipped)];
    const shifts = before.map(({ over }, i) => after[i]!.over - over).sort((a, b) => a - b);
    expect(shifts[0]!).toBeGreaterThan(11.8);
    expect(shifts.at(-1)!).toBeLessThan(12.2);
    expect(planShow(flat, heard).parts[0]!.envelope.dips).toEqual([]);
  });
});
