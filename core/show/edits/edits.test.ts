import fc from 'fast-check';
import { keepsItsWord, type Change } from '../../../tests/contract';
import { clipMedia, photoMedia, showOf, soundMedia, withClip } from '../../../tests/shows';
import { perform, undo, type History } from '../history';
import { BED_LANE, FIRST_LANES } from '../newShow';
import { TREATMENTS_IN_ORDER, newTreatment } from '../treatments';
import type { Treatment } from '../treatTypes';
import * as edits from '.';

const level = fc.double({ min: -80, max: 20, noNaN: true });
const seconds = fc.double({ min: -5, max: 400, noNaN: true });
const signed = fc.double({ min: -60, max: 60, noNaN: true });
const edge = fc.constantFrom('start' as const, 'end' as const);
const side = fc.constantFrom('fadeUp' as const, 'fadeOut' as const);
const room = fc.oneof(
  fc.constant(null),
  fc.record({ when: fc.constantFrom('never' as const, 'speech' as const, 'sound' as const), over: level, by: level }),
);
/** Chains as a gesture may bring them: amounts far beyond what the document allows. */
const chain = fc.array(
  fc.tuple(fc.constantFrom(...TREATMENTS_IN_ORDER), level).map(([kind, value]) => {
    const start = newTreatment(kind);
    const wild = Object.entries(start).map(([name, was]) => [name, typeof was === 'number' ? value : was]);
    return Object.fromEntries(wild) as Treatment;
  }),
  { maxLength: 5 },
);
const pick = (list: readonly { id: string }[], n: number) => list[n % list.length]?.id;

/** Edits of one picture, of clips' sound, and of the times of all. What a picture's kind does not have is skipped. */
function onPictures(): fc.Arbitrary<Change>[] {
  type OnPicture = (h: History, id: string, n: number) => History;
  const photoOrClip =
    (act: OnPicture): OnPicture =>
    (h, id, n) =>
      pictureOf(h, id)?.kind === 'card' ? h : act(h, id, n);
  const clip =
    (act: OnPicture): OnPicture =>
    (h, id, n) =>
      pictureOf(h, id)?.kind === 'clip' ? act(h, id, n) : h;
  const pictureOf = (h: History, id: string) => h.show.pictures.find((one) => one.id === id);
  const acts: fc.Arbitrary<OnPicture>[] = [
    seconds.map((s) => (h, id) => perform(h, edits.setDissolve, { ids: [id], seconds: s })),
    fc.constantFrom('fit', 'fill', 'across', 'back').map((framing) => (h, id) => perform(h, edits.setFraming, { ids: [id], framing })),
    fc.constant((h, id) => perform(h, edits.duplicatePictures, { ids: [id], copies: [`copy-${h.past.length}-${h.show.pictures.length}`] })),
    fc
      .nat(40)
      .map((m) =>
        photoOrClip((h, id) => perform(h, edits.replaceMedia, { id, media: m % 2 ? photoMedia(m + 1) : clipMedia(m + 200, 1 + m) })),
      ),
    fc.tuple(edge, seconds).map(([e, position]) => clip((h, id) => perform(h, edits.trimClip, { id, edge: e, position }))),
    fc
      .tuple(level, seconds, seconds, seconds)
      .map(([gain, lead, tail, fade]) =>
        clip((h, id) => perform(h, edits.setOwn, { id, change: { gain, lead, tail, fadeUp: { seconds: fade, bend: fade } } })),
      ),
    fc.tuple(seconds, seconds).map(([from, to]) => clip((h, id) => perform(h, edits.silenceStretch, { id, from, to }))),
    fc.constant(clip((h, id) => perform(h, edits.separateOwn, { id, part: `apart-${h.past.length}-${h.show.parts.length}` }))),
    fc
      .tuple(fc.double({ min: 0, max: 5, noNaN: true }), fc.boolean(), fc.boolean())
      .map(([speed, loose, apart]) => clip((h, id) => perform(h, edits.setClipSpeed, { id, change: { speed, loose }, apart }))),
    fc.constant(clip((h, id) => perform(h, edits.putBackOwn, { id }))),
    fc.tuple(seconds, fc.double({ min: -40, max: 40, noNaN: true })).map(([length, offset]) =>
      clip((h, id) => {
        const media = soundMedia(3000 + Math.floor(Math.abs(length)), Math.floor(Math.abs(length)) + 1);
        return perform(h, edits.layInStep, { id, part: `step-${h.past.length}-${h.show.parts.length}`, media, offset });
      }),
    ),
    seconds.map((s) => (h, id) => perform(h, edits.spreadPictures, { seconds: s, keep: [id] })),
    fc.tuple(seconds, fc.array(fc.double({ min: 0, max: 200, noNaN: true }), { maxLength: 12 })).map(
      ([from, taps]) =>
        (h) =>
          perform(h, edits.tapAlong, { from, taps: [...taps].sort((a, b) => a - b) }),
    ),
    fc
      .array(fc.double({ min: 0, max: 200, noNaN: true }), { maxLength: 30 })
      .map((times) => (h, id) => perform(h, edits.changesOnto, { times, keep: [id] })),
    fc.constantFrom('16:9', '4:3', '1:1', '9:16').map((shape) => (h) => perform(h, edits.setShape, { shape })),
    seconds.map((s) => (h) => perform(h, edits.setBlack, { end: 'out', seconds: s })),
    room.map((one) => clip((h, id) => perform(h, edits.setRoom, { of: { clips: [id] }, room: one }))),
    level.map((gain) =>
      clip((h, id) => perform(h, edits.setLevels, { levels: { parts: {}, clips: { [id]: gain } }, as: 'even' as const })),
    ),
    chain.map((one) => clip((h, id) => perform(h, edits.setTreatments, { of: { own: id }, chain: one }))),
    level.map((gain) => (h) => perform(h, edits.clipsStartWith, { ids: 'all' as const, start: { ...h.show.ownStart, gain } })),
  ];
  return acts.map((act) =>
    fc.tuple(act, fc.nat()).map(([run, n]): Change => (h) => {
      const id = pick(h.show.pictures, n);
      return id ? run(h, id, n) : h;
    }),
  );
}

const fresh = (h: History, what: string) => `${what}-${h.past.length}-${h.show.parts.length}`;

/** Edits of pieces: cutting, joining, looping, several at once. */
function onPieces(): fc.Arbitrary<Change>[] {
  type Act = (h: History, ids: string[]) => History;
  const range = fc.tuple(seconds, seconds).map(([a, b]) => ({ from: Math.min(a, b), to: Math.max(a, b) }));
  const acts: fc.Arbitrary<Act>[] = [
    seconds.map(
      (moment) => (h, ids) =>
        perform(h, edits.splitParts, { ids: ids.map((id, n): [string, string] => [id, `${fresh(h, 'half')}-${n}`]), moment }),
    ),
    fc.tuple(signed, signed, fc.boolean(), fc.boolean()).map(
      ([speed, pitch, loose, backwards]) =>
        (h, ids) =>
          perform(h, edits.setPlayed, { ids, change: { speed: speed / 10, pitch, loose, backwards } }),
    ),
    chain.map((one) => (h, ids) => perform(h, edits.setTreatments, { of: { parts: ids }, chain: one })),
    chain.map((one) => (h) => perform(h, edits.setTreatments, { of: { lane: BED_LANE }, chain: one })),
    fc.tuple(signed, level).map(
      ([at, gain]) =>
        (h) =>
          perform(h, edits.rideLane, { id: BED_LANE, trail: [{ at: Math.abs(at), gain }] }),
    ),
    room.map((one) => (h) => perform(h, edits.setRoom, { of: { lane: BED_LANE }, room: one })),
    signed.map((by) => (h, ids) => perform(h, edits.slipPart, { id: ids[0]!, by })),
    signed.map((by) => (h, ids) => perform(h, edits.moveParts, { ids, by })),
    signed.map((gap) => (h, ids) => perform(h, edits.placeAfter, { id: ids[0]!, gap })),
    signed.map((by) => (h, ids) => perform(h, edits.shiftLater, { id: ids[0]!, by })),
    fc.integer({ min: -2, max: 12 }).map((index) => (h, ids) => perform(h, edits.reorderPiece, { id: ids[0]!, index })),
    fc.tuple(range, fc.boolean()).map(
      ([one, closeUp]) =>
        (h, ids) =>
          perform(h, edits.removeRange, { ids, ...one, closeUp, halves: ids.map((_, n) => `${fresh(h, 'rest')}-${n}`) }),
    ),
    fc.tuple(range, level, seconds).map(
      ([one, by, slope]) =>
        (h, ids) =>
          perform(h, edits.levelRange, { ids, ...one, by, slopes: { into: slope, out: slope } }),
    ),
    fc.constant((h, ids) => perform(h, edits.clearPins, { ids })),
    fc.tuple(fc.constantFrom('power' as const, 'even' as const, 'matched' as const), signed).map(
      ([law, by]) =>
        (h, ids) =>
          perform(h, edits.setCross, { id: ids[0]!, change: { law, bendIn: by / 20, seconds: by } }),
    ),
    fc.tuple(fc.nat(6), signed).map(([n, by]) => (h, ids) => {
      const { spans } = h.show.parts.find((one) => one.id === ids[0])!;
      const index = spans.length > 1 && n > 2 ? n % (spans.length - 1) : null;
      return index !== null && n % 2 === 1
        ? perform(h, edits.setJoin, { id: ids[0]!, index, seconds: by })
        : perform(h, edits.shiftJoin, { id: ids[0]!, index, by: by / 30 });
    }),
    seconds.map((at) => (h, ids) => {
      const parts = ids.map((id, n) => ({ ...h.show.parts.find((one) => one.id === id)!, id: `${fresh(h, 'copy')}-${n}`, at }));
      return h.show.parts.length > 60 ? h : perform(h, edits.pasteParts, { parts, media: [] });
    }),
    seconds.map(
      (every) => (h, ids) =>
        h.show.parts.length > 60
          ? h
          : perform(h, edits.copyOn, {
              ids,
              every,
              copies: ids.map((_, n) => [`${fresh(h, 'again')}-${n}a`, `${fresh(h, 'again')}-${n}b`]),
            }),
    ),
    fc.integer({ min: -1, max: 9 }).map((times) => (h, ids) => perform(h, edits.repeatTimes, { id: ids[0]!, times, join: 0.005 })),
    fc.tuple(seconds, fc.integer({ min: 0, max: 9 })).map(([downbeat, n]) => (h, ids) => {
      const { media } = h.show.parts.find((one) => one.id === ids[0])!;
      return perform(h, edits.setGrid, { media, grid: n === 0 ? null : { tempo: n * 50, beats: n, downbeat } });
    }),
    fc.tuple(range, fc.integer({ min: -1, max: 8 }), seconds).map(
      ([loop, passes, lead]) =>
        (h, ids) =>
          perform(h, edits.layLoop, { id: ids[0]!, loop: { ...loop, fold: { lead, tail: lead / 2 } }, passes, from: 0, to: 1e9 }),
    ),
  ];
  return acts.map((act) =>
    fc.tuple(act, fc.nat(), fc.boolean()).map(([run, n, two]): Change => (h) => {
      const ids = [...new Set([pick(h.show.parts, n), ...(two ? [pick(h.show.parts, n + 1)] : [])])].filter((id) => id !== undefined);
      return ids.length > 0 ? run(h, ids) : h;
    }),
  );
}

/** Edits of the show as a whole: what it is called, how loud it is, who is named in it. */
function onWhole(): fc.Arbitrary<Change>[] {
  const words = fc.string({ maxLength: 1500 });
  return [
    words.map((title) => (h: History) => perform(h, edits.renameShow, { title })),
    words.map((artist) => (h: History) => perform(h, edits.setArtist, { artist })),
    fc.tuple(level, fc.option(signed)).map(
      ([gain, ceiling]) =>
        (h: History) =>
          perform(h, edits.setMaster, { gain, ceiling }),
    ),
    fc.option(signed).map((aim) => (h: History) => perform(h, edits.setAim, { aim })),
    fc.tuple(fc.nat(), words).map(([n, credit]) => (h: History) => {
      const media = pick(Object.values(h.show.media), n);
      return media ? perform(h, edits.setCredit, { media, credit }) : h;
    }),
    fc.nat().map((n) => (h: History) => {
      const card = edits.newCreditsCard(`credits-${n}-${h.past.length}`, '#1C2A31');
      return perform(h, edits.addPictures, { pictures: [card], media: [], index: n });
    }),
    // A show that comes in from a file: here, what this one was at its start.
    fc.nat(1).map((n) => (h: History) => {
      let first = h;
      while (first.past.length > 0) first = undo(first);
      return perform(h, edits.replaceShow, { by: n === 0 ? first.show : h.show });
    }),
  ];
}

/** Any edit with any details a person could give, wild numbers included. What names nothing is skipped. */
const change: fc.Arbitrary<Change> = fc.oneof(
  fc.tuple(fc.nat(), fc.nat()).map(([n, index]): Change => (h) => {
    const photo = n % 3 === 0 ? clipMedia((n % 50) + 100, 3 + ((n % 50) % 17)) : photoMedia((n % 50) + 1);
    const id = `new-${n}-${h.past.length}-${h.show.pictures.length}`;
    const picture = n % 5 === 0 ? edits.newCard(id, '#1C2A31', 'word '.repeat(n % 9)) : edits.newPicture(id, photo, h.show.ownStart);
    return h.show.pictures.some((one) => one.id === picture.id)
      ? h
      : perform(h, edits.addPictures, { pictures: [picture], media: [photo], index });
  }),
  fc.nat().map(
    (n): Change =>
      (h) =>
        perform(h, edits.removePictures, { ids: [pick(h.show.pictures, n) ?? ''] }),
  ),
  fc.tuple(fc.nat(), fc.integer({ min: -3, max: 40 })).map(([n, index]): Change => (h) => {
    const id = pick(h.show.pictures, n);
    return id
      ? perform(h, edits.movePictures, { ids: [id, ...h.show.pictures.slice(-1).map((one) => one.id)].slice(0, 1 + (n % 2)), index })
      : h;
  }),
  fc.tuple(fc.option(fc.nat()), seconds).map(([n, s]): Change => (h) => {
    const id = n === null ? undefined : pick(h.show.pictures, n);
    return perform(h, edits.setHold, { ids: id ? [id] : 'all', seconds: s });
  }),
  ...onPictures(),
  fc.tuple(fc.double({ min: 0.5, max: 300, noNaN: true }), fc.nat(3)).map(([length, turn]): Change => (h) => {
    const media = soundMedia(2000 + Math.floor(length), Math.floor(length) + 0.5);
    const part = { ...edits.newPart(fresh(h, 'laid'), turn === 0 ? FIRST_LANES.spot : FIRST_LANES.bed, media), at: length / 4 };
    const instead = turn === 3 ? h.show.parts.filter((one) => one.lane === BED_LANE).map((one) => one.id) : [];
    return perform(h, edits.layParts, { parts: [part], media: [media], instead });
  }),
  ...onPieces(),
  ...[
    fc.tuple(edge, seconds).map(
      ([e, moment]) =>
        (id: string, h: History) =>
          perform(h, edits.trimEdge, { id, edge: e, moment }),
    ),
    fc.tuple(edge, seconds).map(
      ([e, position]) =>
        (id: string, h: History) =>
          perform(h, edits.trimSource, { id, edge: e, position }),
    ),
    fc.tuple(seconds, seconds).map(
      ([from, to]) =>
        (id: string, h: History) =>
          perform(h, edits.trimSilence, { id, from, to }),
    ),
    fc.tuple(side, seconds, fc.double({ min: -2, max: 2, noNaN: true })).map(
      ([s, length, bend]) =>
        (id: string, h: History) =>
          perform(h, edits.setFade, { id, side: s, fade: { seconds: length, bend } }),
    ),
    level.map((gain) => (id: string, h: History) => perform(h, edits.setPartGain, { ids: [id], gain })),
    seconds.map((at) => (id: string, h: History) => perform(h, edits.movePart, { id, at })),
    fc.tuple(seconds, seconds).map(
      ([end, fade]) =>
        (id: string, h: History) =>
          perform(h, edits.stopEarly, { id, end, fade }),
    ),
    fc.tuple(fc.double({ min: -1, max: 300, noNaN: true }), seconds, fc.constantFrom('stop' as const, 'whole' as const)).map(
      ([end, join, ending]) =>
        (id: string, h: History) =>
          perform(h, edits.repeatPart, { id, end, join, ending, fade: 4 }),
    ),
    fc.constant((id: string, h: History) => perform(h, edits.restorePart, { id })),
    fc.constant((id: string, h: History) => perform(h, edits.removeParts, { ids: [id], closeUp: h.past.length % 2 === 1 })),
  ].map((arbitrary) =>
    (arbitrary as fc.Arbitrary<(id: string, h: History) => History>).map((act): Change => (h) => {
      const id = pick(h.show.parts, h.past.length)!;
      return h.show.parts.length > 0 ? act(id, h) : h;
    }),
  ),
  level.map(
    (gain): Change =>
      (h) =>
        perform(h, edits.setMasterGain, { gain }),
  ),
  ...onWhole(),
);

it('keeps the show valid under any edits, and undo and redo lead there and back byte for byte', () => {
  keepsItsWord(withClip(showOf([5, 6, 7], 30), 1, 12, { from: 2, hold: 6 }), change, 25);
});

it('leaves the old show untouched, and throws for names that lead nowhere', () => {
  const show = showOf([5], 30);
  const before = JSON.stringify(show);
  edits.trimEdge(show, { id: 'bed-1', edge: 'end', moment: 12 });
  expect(JSON.stringify(show)).toBe(before);
  expect(() => edits.setPartGain(show, { ids: ['nobody'], gain: 0 })).toThrow('nobody');
});
