import { composePiece } from '../../tests/pieces';
import { showOf } from '../../tests/shows';
import { hear, laidBeats, laidSections, nameOf } from '../music';
import { faultOf, partEnd, partSeconds, showSeconds, type Show } from '../show';
import { layFit, setMarks } from '../show/edits';
import { memorySource } from '../sound';
import { RATE, framesOf } from '../units';
import {
  FIRST_WISH,
  askedOf,
  layingOf,
  nudgeAnswer,
  pieceOf,
  slacksFor,
  startFitting,
  stitchesOfPart,
  weaveAnswer,
  type Asked,
  type Slack,
} from '.';

const piece = composePiece({ tempo: 112, beats: 4, style: 'band', form: 'ABAB', bars: 8 });
const source = memorySource(piece.sound, 2);
const heard = hear(source);
const fitting = startFitting(heard, source, { from: 0, to: piece.seconds });
const seconds = source.frames / RATE;
const show: Show = showOf([12, 12, 16.7], seconds);
const part = show.parts[0]!;
const wanted = showSeconds(show);
const answer = weaveAnswer(fitting, wanted, FIRST_WISH)!;
const { ring } = heard.ending;

function laid(slack: Slack, change: Partial<Asked> = {}): Show {
  return layFit(show, layingOf(show, part, answer, { ...askedOf(show, part), slack, ...change }, ring));
}

describe('what is left between a weave and the show', () => {
  it('is named: photo times, speed, and the last ring where the weave is too long', () => {
    expect(Math.abs(answer.off)).toBeGreaterThan(0.02);
    const ways = slacksFor(show, part, answer, askedOf(show, part), ring);
    expect(ways).toEqual(expect.arrayContaining(['pictures', 'speed', 'leave']));
    expect(ways.includes('ring')).toBe(answer.off > 0);
    expect(slacksFor(show, part, { ...answer, seconds: wanted, off: 0 }, askedOf(show, part), ring)).toEqual(['leave']);
  });

  it('goes to the photos’ times, to the speed, or stays: with the first two the music ends with the show, to the frame', () => {
    for (const slack of ['pictures', 'speed'] as const) {
      const after = laid(slack);
      expect(faultOf(after)).toBeNull();
      expect(framesOf(partEnd(after.parts[0]!))).toBe(framesOf(showSeconds(after)));
      expect(after.parts[0]!.speed === undefined).toBe(slack === 'pictures');
    }
    expect(partSeconds(laid('leave').parts[0]!)).toBeCloseTo(answer.seconds, 9);
    expect(showSeconds(laid('leave'))).toBe(wanted);
  });

  it('is taken from the ring of the last chord, which then fades', () => {
    const long = {
      ...answer,
      off: 1.2,
      seconds: answer.seconds - answer.off + 1.2,
      spans: answer.spans.map((span, i) => (i === 0 ? { ...span, to: span.to - answer.off + 1.2 } : span)),
    };
    const after = layFit(show, layingOf(show, part, long, { ...askedOf(show, part), slack: 'ring' }, ring));
    expect(partSeconds(after.parts[0]!)).toBeCloseTo(wanted, 6);
    expect(after.parts[0]!.fadeOut.seconds).toBeGreaterThan(1);
  });

  it('is nothing with a nudge of the whole piece', () => {
    const near = showOf([20, 20, seconds * 0.97 - 40], seconds);
    const nudge = nudgeAnswer(fitting, showSeconds(near), 0.06)!;
    const after = layFit(near, layingOf(near, near.parts[0]!, nudge, askedOf(near, near.parts[0]!), ring));
    expect(framesOf(partEnd(after.parts[0]!))).toBe(framesOf(showSeconds(near)));
    expect(after.parts[0]!.speed).toBeGreaterThan(1.02);
  });
});

it('remembers what it was made from, so that it can be asked for again, and where its stitches are in the source', () => {
  const after = laid('speed', { wish: { ...FIRST_WISH, near: 'beat', ending: 'own' }, self: true });
  const [now] = after.parts;
  expect(pieceOf(after, now!)).toEqual({ from: 0, to: seconds });
  expect(askedOf(after, now!)).toMatchObject({ to: 'show', slack: 'speed', self: true, wish: { near: 'beat', ending: 'own' } });
  const stitches = stitchesOfPart(after, now!);
  expect(stitches).toHaveLength(answer.splices.length);
  stitches.forEach(({ from, to }, i) => {
    expect(Math.abs(from - answer.splices[i]!.from)).toBeLessThan(1e-3);
    expect(Math.abs(to - answer.splices[i]!.to)).toBeLessThan(1e-3);
  });
});

it('shows beats and sections where they are heard, in the order of the passages, under the names they were given', () => {
  const after = laid('leave');
  const beats = laidBeats(after, after.parts[0]!, heard);
  for (let i = 1; i < beats.length; i += 1) expect(beats[i]!.at).toBeGreaterThan(beats[i - 1]!.at);
  // Beats go on across the stitches: no gap is far from a beat.
  for (let i = 1; i < beats.length; i += 1) expect(beats[i]!.at - beats[i - 1]!.at).toBeLessThan((60 / 112) * 1.5);
  const named = setMarks(after, { media: part.media, marks: { keep: [], out: [], names: [{ at: 0, name: 'Opening' }] } });
  const sections = laidSections(named, named.parts[0]!, heard);
  expect(sections[0]).toMatchObject({ from: 0, name: 'Opening' });
  expect(sections.at(-1)!.to).toBeCloseTo(partEnd(after.parts[0]!), 2);
  expect(nameOf([{ at: 30.4, name: 'Climax' }], 30, 'C')).toBe('Climax');
  expect(nameOf([], 30, 'C')).toBe('C');
});
