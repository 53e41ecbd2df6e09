import { mediaId, showOf, soundMedia } from '../../tests/shows';
import { faultOf, layersOf, plainLayer, readShow, soundsOf, strandsOf, withLayers, type Media, type PartLayer, type Show } from '.';
import { copyOn, layInLayers, nameSound, newPart, pasteParts, restorePart, setLayer, splitParts } from './edits';
import { layerKey, soundOfKey } from './speed';
import { FIRST_LANES } from './newShow';

const [A, B] = [mediaId(1001), mediaId(1002)];
const piece: Media = { ...soundMedia(1000, 8), layers: [A, B].map((media, i) => ({ media, title: `${i}` })) };
const media = [soundMedia(1001, 8), soundMedia(1002, 8), piece];
const show = layInLayers(showOf([8]), { part: { ...newPart('one', FIRST_LANES.bed, piece) }, media, instead: [] });
const partIn = (one: Show, id = 'one') => one.parts.find((part) => part.id === id)!;
const said = (...layers: PartLayer[]): Show => ({ ...show, parts: [{ ...partIn(show), layers }] });

describe('which layers sound', () => {
  const heard = (one: Show) => strandsOf(one, partIn(one)).flatMap((strand) => (strand.heard ? [strand.title] : []));

  it('all of them; not those that are muted; while one is soloed only that', () => {
    expect(heard(show)).toEqual(['0', '1']);
    expect(heard(said({ ...plainLayer(A), mute: true }))).toEqual(['1']);
    expect(heard(said({ ...plainLayer(B), solo: true }))).toEqual(['1']);
    expect(heard(said({ ...plainLayer(A), solo: true, mute: true }))).toEqual([]);
  });

  it('a sound that is whole has none, and plays itself', () => {
    const whole = showOf([8], 8);
    expect(strandsOf(whole, whole.parts[0]!)).toEqual([]);
    expect(soundsOf(whole, whole.parts[0]!)).toEqual([mediaId(1000)]);
    expect(soundsOf(show, partIn(show))).toEqual([A, B]);
    expect([...withLayers(show, [mediaId(1), piece.id])]).toEqual([mediaId(1), piece.id, A, B]);
  });
});

describe('the document', () => {
  it('is read back as it was; layers have to be sounds of the show, as long as the piece and whole themselves', () => {
    expect(readShow(JSON.parse(JSON.stringify(show)))).toEqual(show);
    const withMedia = (change: Record<string, Media>): Show => ({ ...show, media: { ...show.media, ...change } });
    const without = Object.fromEntries(Object.entries(show.media).filter(([id]) => id !== A));
    expect(faultOf({ ...show, media: without })).toMatch(/names no layer/);
    expect(faultOf(withMedia({ [A]: soundMedia(1001, 7.9) }))).toMatch(/layer of another length/);
    expect(
      faultOf(withMedia({ [A]: { ...soundMedia(1001, 8), layers: [B, piece.id].map((one) => ({ media: one, title: '' })) } })),
    ).toMatch(/layer/);
    expect(faultOf(withMedia({ [piece.id]: { ...piece, layers: piece.layers!.slice(1) } }))).toMatch(/layers/);
    expect(faultOf(said({ ...plainLayer(A), gain: 40 }))).toMatch(/gain/);
    expect(faultOf(said(plainLayer(A), plainLayer(A)))).toMatch(/duplicate/);
  });

  it('a sound that is known already may turn out to be a piece in layers', () => {
    const first = nameSound(showOf([8]), { media: soundMedia(1000, 8) });
    const then = media.reduce((one, each) => nameSound(one, { media: each }), first);
    expect(layersOf(then, { media: piece.id })).toHaveLength(2);
  });
});

describe('what layers keep', () => {
  const lower = setLayer(show, { id: 'one', media: A, change: { gain: -6, under: 'goes' } });

  it('second halves, copies and pastes play their layers as the first did; going back to the original forgets it', () => {
    const split = splitParts(lower, { ids: [['one', 'two']], moment: 4 });
    expect(partIn(split, 'two').layers).toEqual(partIn(lower).layers);
    const copied = copyOn(lower, { ids: ['one'], copies: [['three']], every: 8, push: false });
    expect(partIn(copied, 'three').layers).toEqual(partIn(lower).layers);
    const pasted = pasteParts(showOf([8]), { parts: [partIn(lower)], media });
    expect(layersOf(pasted, partIn(pasted))).toHaveLength(2);
    expect(partIn(restorePart(lower, { id: 'one' })).layers).toBeUndefined();
  });

  it('what is as it was by itself is not said; a layer that is none of the piece’s is a mistake', () => {
    expect(partIn(setLayer(lower, { id: 'one', media: A, change: { gain: 0, under: null } })).layers).toBeUndefined();
    expect(partIn(setLayer(lower, { id: 'one', media: A, change: { gain: -200 } })).layers![0]!.gain).toBe(-60);
    expect(() => setLayer(show, { id: 'one', media: mediaId(7), change: { gain: 1 } })).toThrow(RangeError);
  });
});

it('a layer is played by the recipe of its piece, and its joins are found there where it is stretched', () => {
  const part = partIn(show);
  expect(layerKey(part, A)).toBe(A);
  expect(soundOfKey(layerKey({ ...part, speed: 1.2 }, A))).toMatchObject({ media: A, recipe: { speed: 1.2, of: piece.id } });
  expect(soundOfKey(layerKey({ ...part, pitch: 2 }, A)).recipe!.of).toBe(piece.id);
  // Nothing is joined where the pitch goes with the speed, or where it is only turned round.
  expect(soundOfKey(layerKey({ ...part, speed: 1.2, loose: true }, A)).recipe!.of).toBeUndefined();
  expect(soundOfKey(layerKey({ ...part, backwards: true }, A)).recipe!.of).toBeUndefined();
});
