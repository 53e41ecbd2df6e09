import { MANY } from '../../tests/budget';
import { composePiece, type Style } from '../../tests/pieces';
import { SPEAKERS, barks, breath, hum, pink, spoken, under, type Spoken } from '../../tests/speakers';
import { memorySource } from '../sound';
import { RATE, framesOf } from '../units';
import { packProfile, pausesIn, profileOf, speakingSeconds, speechWith, toldAlso, unpackProfile } from '.';

const PAUSES = [0.8, 0.6, 0.5, 1.2, 0.4, 2.1, 0.35, 0.7, 0.9, 0.5];
const speechIn = (sound: Float32Array, channels: 1 | 2 = 1) => profileOf(memorySource(sound, channels)).speech;
const total = (spans: readonly { from: number; to: number }[]) => spans.reduce((sum, { from, to }) => sum + to - from, 0);

const all = SPEAKERS.map((speaker) => spoken(speaker, PAUSES));
/** A minute of noise is enough for all. */
const rustle = pink(RATE * 60);

/** Share of the beginnings and ends of what was put together that are found within 60 ms, and stretches where nothing is said. */
function judged(spoken: readonly Spoken[]): { share: number; strays: number } {
  let [edges, close, strays] = [0, 0, 0];
  for (const { sound, truth } of spoken) {
    const spans = speechIn(sound);
    for (const { from, to } of truth) {
      edges += 2;
      if (spans.some((span) => Math.abs(span.from - from) <= 0.06)) close += 1;
      if (spans.some((span) => Math.abs(span.to - to) <= 0.06)) close += 1;
    }
    strays += spans.filter((span) => !truth.some((one) => span.from < one.to && span.to > one.from)).length;
  }
  return { share: close / edges, strays };
}

describe('where somebody speaks', () => {
  // Known pauses between sentences of two synthesisers, eight voices, several speeds.
  it.each([
    ['a quiet room', (one: Spoken) => one],
    ['pink noise at 20 dB', (one: Spoken) => under(one, rustle, 20)],
    ['mains hum at 20 dB', (one: Spoken) => under(one, hum(RATE), 20)],
    ['a voice 30 dB quieter', (one: Spoken) => ({ ...one, sound: one.sound.map((x) => x * 0.03) })],
  ])('begins and ends within 60 ms for 95 % in %s', (_, room) => {
    const { share, strays } = judged(all.map(room));
    expect(share).toBeGreaterThanOrEqual(0.95);
    expect(strays).toBe(0);
  });

  it('is not where only music plays: less than 5 % of its time', () => {
    const styles: Style[] = ['band', 'floor', 'waltz', 'picking', 'strum', 'march', 'clicks', 'organ'];
    for (const [index, style] of styles.entries()) {
      const piece = composePiece({ tempo: 84 + index * 9, beats: 4, style, form: 'ABA', bars: MANY ? 8 : 4, swing: 0.1, loose: 0.01 });
      expect([style, total(speechIn(piece.sound, 2)) / piece.seconds < 0.05]).toEqual([style, true]);
    }
  });

  it('is not a bark, a breath, a hum or the room', () => {
    const one = spoken(SPEAKERS[0]!, [1, 3, 3]);
    const before = speechIn(one.sound);
    const after = one.truth[0]!.to;
    const disturbed = one.sound.map((x) => x);
    const put = (sound: Float32Array, at: number, gain: number) => {
      for (let i = 0; i < sound.length; i += 1) disturbed[framesOf(at) + i]! += sound[i]! * gain;
    };
    put(barks(2), after + 0.8, 0.5);
    put(breath(), one.truth[2]!.from - 0.8, 0.06);
    expect(speechIn(disturbed).length).toBe(before.length);
    for (const [index, { from, to }] of speechIn(disturbed).entries()) {
      expect(Math.abs(from - before[index]!.from)).toBeLessThan(0.03);
      expect(Math.abs(to - before[index]!.to)).toBeLessThan(0.03);
    }
    for (const sound of [
      barks(8),
      rustle.slice(0, RATE * 10).map((x) => x * 0.05),
      hum(RATE * 10).map((x) => x * 0.1),
      new Float32Array(RATE),
    ]) {
      expect(speechIn(sound)).toEqual([]);
    }
  });

  it('is kept beside the sound and read back; what is damaged is found out anew', () => {
    const profile = profileOf(memorySource(all[0]!.sound.slice(0, RATE * 5), 1));
    const packed = packProfile(profile);
    const read = unpackProfile(packed)!;
    expect(read.speech.map(({ from }) => from)).toEqual(profile.speech.map(({ from }) => Math.fround(from)));
    expect(read.power).toEqual(profile.power);
    expect(unpackProfile(packed.slice(0, 1))).toBeNull();
    expect(unpackProfile(packed.map((x, i) => (i === 0 ? 99 : x)))).toBeNull();
  });

  it('can be put right by hand: a person is right, and the last word counts', () => {
    const heard = [{ from: 1, to: 3 }];
    let told = toldAlso(undefined, { from: 2, to: 4 }, false);
    expect(speechWith(heard, told)).toEqual([{ from: 1, to: 2 }]);
    told = toldAlso(told, { from: 2.5, to: 5 }, true);
    expect(speechWith(heard, told)).toEqual([
      { from: 1, to: 2 },
      { from: 2.5, to: 5 },
    ]);
    expect(pausesIn(speechWith(heard, told), 0, 6, 0.8)).toEqual([
      { from: 0, to: 1 },
      { from: 5, to: 6 },
    ]);
  });

  it('takes about as long as a synthesiser at a calm speed takes to say the same', () => {
    const text = 'Every spring the yard floods, right here by the bike shed.';
    const said = total([spoken(['espeak-ng', 'en-gb', 150], [0.1]).truth[0]!]);
    expect(speakingSeconds(text) / said).toBeGreaterThan(0.75);
    expect(speakingSeconds(text) / said).toBeLessThan(1.35);
    expect(speakingSeconds('  ')).toBe(0);
  });
});
