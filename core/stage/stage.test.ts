import { sayPhrase } from '../../words';
import fc from 'fast-check';
import { newCard } from '../show/edits';
import { showOf, withClip } from '../../tests/shows';
import {
  FILM_SIZES,
  blackAt,
  comingUp,
  stripBox,
  stripIndex,
  stripOf,
  stripOn,
  filmSize,
  filmSteps,
  stripTime,
  frameWithin,
  framed,
  layersAt,
  ratioOf,
  sceneOf,
} from '.';

const sceneIn = (show: ReturnType<typeof showOf>) => sceneOf(show, sayPhrase);
const seen = (show: ReturnType<typeof showOf>, moment: number) =>
  layersAt(sceneIn(show), moment).map(({ index, opacity }) => [index, Number(opacity.toFixed(3))]);

it('shows one picture, or two where they dissolve, at every moment', () => {
  const show = showOf([5, 6, 7]);
  expect(seen(show, 0)).toEqual([[0, 1]]);
  expect(seen(show, 4.75)).toEqual([
    [0, 1],
    [1, 0.5],
  ]);
  expect(seen(show, 5)).toEqual([[1, 1]]);
  expect(seen(show, 99)).toEqual([[2, 1]]);
  expect(seen(showOf([]), 1)).toEqual([]);
});

it('runs a clip from before its time while it dissolves in, so that its video never jumps', () => {
  const scene = sceneIn(withClip(showOf([5, 5]), 1, 12, { from: 2, hold: 6 }));
  const source = (moment: number) => layersAt(scene, moment).find((layer) => layer.picture.kind === 'clip')?.source;
  expect(source(4.75)).toBeCloseTo(1.75, 9);
  expect(source(5)).toBeCloseTo(2, 9);
  expect(source(10.9)).toBeCloseTo(7.9, 9);
  const early = sceneIn(withClip(showOf([5]), 1, 12, { from: 0.1, hold: 6 }));
  expect(layersAt(early, 4.6)[1]?.source).toBe(0);
});

it('fades the picture from and to black at the show’s ends, and nowhere else', () => {
  const scene = sceneIn({ ...showOf([5, 5]), black: { up: 1, out: 2 } });
  expect([0, 0.5, 1, 5, 8, 9, 10].map((moment) => blackAt(scene, moment))).toEqual([1, 0.5, 0, 0, 0, 0.5, 1]);
  expect(blackAt(sceneIn(showOf([5])), 0)).toBe(0);
});

it('makes ready what comes within the time ahead, and always the very next one', () => {
  const scene = sceneIn(showOf([5, 1, 1, 5]));
  expect(comingUp(scene, 0, 2).map((one) => one.index)).toEqual([1]);
  expect(comingUp(scene, 4, 2.2).map((one) => one.index)).toEqual([1, 2]);
});

describe('framing', () => {
  const size = fc.integer({ min: 2, max: 9000 });
  it('never bends a picture, never looks beyond its edge, and fills what it should fill', () => {
    fc.assert(
      fc.property(
        size,
        size,
        size,
        size,
        fc.constantFrom('fit' as const, 'fill' as const, 'across' as const, 'back' as const),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (width, height, fw, fh, framing, progress) => {
          const { source, target } = framed(width, height, { width: fw, height: fh }, framing, progress);
          expect(target.width / source.width / (target.height / source.height)).toBeCloseTo(1, 6);
          for (const edge of [source.x, source.y, width - source.x - source.width, height - source.y - source.height])
            expect(edge).toBeGreaterThan(-1e-6);
          if (framing === 'fit') expect(source).toEqual({ x: 0, y: 0, width, height });
          else expect(target).toEqual({ x: 0, y: 0, width: fw, height: fh });
        },
      ),
    );
  });

  it('moves from one end of what does not fit to the other, and back', () => {
    const at = (framing: 'across' | 'back', progress: number) => framed(1600, 900, { width: 900, height: 900 }, framing, progress).source.x;
    const spare = 1600 - 900 / 1.15;
    expect(at('across', 0)).toBe(0);
    expect(at('across', 1)).toBeCloseTo(spare, 6);
    expect(at('back', 0)).toBeCloseTo(spare, 6);
    expect(at('across', 0.5)).toBeCloseTo(at('back', 0.5), 6);
  });

  it('finds the largest frame of a shape', () => {
    expect(frameWithin('16:9', 390, 180)).toEqual({ x: 35, y: 0, width: 320, height: 180 });
    expect(frameWithin('9:16', 390, 160)).toEqual({ x: 150, y: 0, width: 90, height: 160 });
  });
});

it('lays a strip’s frames side by side without overlap, each standing for its own stretch of time', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.1, max: 7000, noNaN: true }),
      fc.integer({ min: 16, max: 4000 }),
      fc.integer({ min: 16, max: 4000 }),
      (seconds, width, height) => {
        const strip = stripOf({ seconds, width, height });
        expect(strip.columns * strip.rows).toBeGreaterThanOrEqual(strip.count);
        for (const index of [0, strip.count >> 1, strip.count - 1]) {
          expect(stripIndex(strip, stripTime(strip, index))).toBe(index);
          const { x, y } = stripBox(strip, index);
          expect(x / strip.width + (y / strip.height) * strip.columns).toBeCloseTo(index, 6);
        }
        expect(stripIndex(strip, seconds * 2)).toBe(strip.count - 1);
        const sheet = { width: strip.columns * strip.width, height: strip.rows * strip.height };
        expect(stripOn({ seconds, width, height }, sheet)).toEqual(strip);
        const larger = stripOn({ seconds, width, height }, { width: sheet.width * 1.5, height: sheet.height * 1.5 });
        expect(stripBox(larger, strip.count - 1).x).toBeCloseTo(stripBox(strip, strip.count - 1).x * 1.5, 6);
      },
    ),
  );
});

it('knows no file behind a card', () => {
  const show = { ...showOf([]), pictures: [newCard('card', '#2A6582', 'Spring')] };
  expect(sceneIn(show)).toMatchObject({ media: {}, seconds: 5 });
  expect(layersAt(sceneIn(show), 1)).toMatchObject([{ source: null }]);
});

describe('the pictures of a film', () => {
  const hold = fc.integer({ min: 100, max: 3000 }).map((ms) => ms / 1000);
  const look = (scene: ReturnType<typeof sceneOf>, moment: number) => JSON.stringify([layersAt(scene, moment), blackAt(scene, moment)]);

  it('follow one another without a gap and end with the show; whatever they leave out looks as what stands does', () => {
    fc.assert(
      fc.property(fc.array(hold, { minLength: 1, maxLength: 5 }), hold, (holds, up) => {
        const base = { ...showOf(holds), black: { up, out: 0.4 } };
        const scene = sceneIn(base);
        let at = 0;
        for (const step of filmSteps(scene)) {
          expect(step.at).toBeCloseTo(at, 9);
          for (let frame = Math.round(step.at * 30); frame < Math.round((step.at + step.seconds) * 30) - 1; frame += 1) {
            // What a layer has come through does not show where nothing moves.
            const still = (text: string) => text.replace(/"progress":[\d.e-]+/g, '');
            expect(still(look(scene, frame / 30 + 1e-5))).toBe(still(look(scene, step.moment)));
          }
          at = step.at + step.seconds;
        }
        expect(at).toBeCloseTo(scene.seconds, 9);
      }),
      { numRuns: 60 },
    );
  });

  it('are few where nothing moves, and thirty a second where a clip runs', () => {
    const still = [...filmSteps(sceneIn({ ...showOf([10]), pictures: [newCard('a', '#102030', 'x')] }))];
    expect(still).toHaveLength(5);
    expect([...filmSteps(sceneIn(withClip(showOf([]), 0, 4, { hold: 2 })))]).toHaveLength(60);
  });

  it('are even in both directions in every shape', () => {
    for (const shape of ['16:9', '4:3', '1:1', '9:16'] as const)
      for (const size of FILM_SIZES) {
        const { width, height } = filmSize(shape, size);
        expect([width % 2, height % 2, Math.min(width, height)]).toEqual([0, 0, size]);
        expect(width / height).toBeCloseTo(ratioOf(shape), 2);
      }
  });
});
