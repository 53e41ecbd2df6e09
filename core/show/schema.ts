import { freeze } from 'immer';
import Joi from 'joi';
import { Failure } from '../failure';
import { LANE_KINDS } from './lanes';
import { LIMITS } from './limits';
import { danglingName } from './names';
import { migrate } from './migrate';
import { part, pins, slope, treatments } from './partSchema';
import { fade, faster, id, laneLevel, level, masterLevel, mediaId, room, quiet, seconds, stretch, title, words } from './schemaBits';
import { FORMAT, type Media, type Show } from './types';

const ownStart = { gain: level.required(), fadeUp: fade.required(), fadeOut: fade.required() };

const held = {
  id: id.required(),
  hold: Joi.number().min(LIMITS.hold.least).max(LIMITS.hold.most).required(),
  dissolve: Joi.number().min(0).max(Joi.ref('hold')).required(),
};
const framing = Joi.valid('fit', 'fill', 'across', 'back').required();
const photo = Joi.object({ ...held, kind: Joi.valid('photo').required(), media: mediaId.required(), framing });
const clip = Joi.object({
  ...held,
  hold: Joi.number().min(LIMITS.hold.least).max(LIMITS.soundSeconds).required(),
  kind: Joi.valid('clip').required(),
  media: mediaId.required(),
  framing,
  from: seconds.required(),
  ...faster,
  own: Joi.object({
    ...ownStart,
    on: Joi.boolean().required(),
    lead: Joi.number().min(-LIMITS.own.runOver).max(LIMITS.own.runOver).required(),
    tail: Joi.number().min(-LIMITS.own.runOver).max(LIMITS.own.runOver).required(),
    quiet: quiet.required(),
    room,
    treatments,
  }).required(),
});
const card = Joi.object({
  ...held,
  kind: Joi.valid('card').required(),
  colour: Joi.string()
    .pattern(/^#[0-9A-Fa-f]{6}$/)
    .required(),
  words: Joi.string().allow('').max(LIMITS.card.words).required(),
  credits: Joi.valid(true),
});
const picture = Joi.alternatives().conditional('.kind', {
  switch: [
    { is: 'clip', then: clip },
    { is: 'card', then: card, otherwise: photo },
  ],
});

const lane = Joi.object({
  id: id.required(),
  kind: Joi.valid(...LANE_KINDS).required(),
  title: title.required(),
  gain: laneLevel.required(),
  pan: Joi.number().min(-1).max(1).required(),
  mute: Joi.boolean().required(),
  solo: Joi.boolean().required(),
  pins,
  room,
  treatments,
});

const grid = Joi.object({
  tempo: Joi.number().min(LIMITS.grid.slowest).max(LIMITS.grid.fastest).required(),
  beats: Joi.number().integer().min(LIMITS.grid.fewest).max(LIMITS.grid.most).required(),
  downbeat: seconds.required(),
});

const passages = Joi.array().items(stretch).max(LIMITS.fit.marks).required();
const marks = Joi.object({
  keep: passages,
  out: passages,
  names: Joi.array()
    .items(Joi.object({ at: seconds.required(), name: Joi.string().min(1).max(40).required() }))
    .max(LIMITS.fit.marks)
    .required(),
});

const dipRules = Joi.object({
  depth: Joi.alternatives(
    Joi.object({ by: Joi.valid('fixed').required(), gain: Joi.number().min(LIMITS.dip.least).max(0).required() }),
    Joi.object({ by: Joi.valid('clear').required(), margin: Joi.number().min(0).max(LIMITS.dip.margin).required() }),
    Joi.object({ by: Joi.valid('thin').required(), share: Joi.number().min(LIMITS.thin.least).max(LIMITS.thin.most).required() }),
  ).required(),
  band: Joi.number().min(0).max(1),
  thin: Joi.object({ down: slope.required(), up: slope.required() }),
  down: slope.required(),
  up: slope.required(),
  lead: Joi.number().min(0).max(LIMITS.dip.lead).required(),
  bridge: Joi.number().min(0).max(LIMITS.dip.bridge).required(),
  bed: Joi.boolean().required(),
  own: Joi.boolean().required(),
  spot: Joi.boolean().required(),
  hearsClips: Joi.boolean().required(),
  raise: Joi.object({
    gain: Joi.number().min(0).max(LIMITS.dip.raise).required(),
    after: Joi.number().min(0).max(LIMITS.dip.after).required(),
  })
    .allow(null)
    .required(),
});

const line = Joi.object({ id: id.required(), lane: id.required(), at: seconds.required(), words: words.required() });

const toldOf = Joi.array().items(stretch).max(LIMITS.voice.told).required();
const told = Joi.object({ speech: toldOf, none: toldOf });

const media = Joi.object({
  id: mediaId.required(),
  kind: Joi.valid('photo', 'clip', 'sound').required(),
  title: title.required(),
  bytes: Joi.number().integer().min(0).required(),
  seconds: seconds.required(),
  rate: Joi.number().min(0).max(768_000).required(),
  channels: Joi.number().integer().min(0).max(64).required(),
  width: Joi.number().integer().min(0).max(100_000).required(),
  height: Joi.number().integer().min(0).max(100_000).required(),
  credit: Joi.string().allow('').max(LIMITS.credit),
  licence: Joi.string().allow('').max(LIMITS.credit),
  grid,
  marks,
  told,
  layers: Joi.array()
    .items(Joi.object({ media: mediaId.required(), title: title.required() }))
    .min(2)
    .max(LIMITS.layers)
    .unique('media'),
});

/** The show around its lists: what is in them is checked one by one. */
const shell = Joi.object({
  format: Joi.valid(FORMAT).required(),
  id: id.required(),
  title: title.required(),
  shape: Joi.valid('16:9', '4:3', '1:1', '9:16').required(),
  black: Joi.object({
    up: Joi.number().min(0).max(LIMITS.black.most).required(),
    out: Joi.number().min(0).max(LIMITS.black.most).required(),
  }).required(),
  ownStart: Joi.object(ownStart).required(),
  pictures: Joi.array().max(LIMITS.pictures).required(),
  alone: Joi.alternatives(Joi.valid('sound'), Joi.number().min(LIMITS.alone.least).max(LIMITS.soundSeconds)),
  lanes: Joi.array().min(1).max(100).required(),
  parts: Joi.array().max(LIMITS.parts).required(),
  dips: dipRules.required(),
  lines: Joi.array().max(LIMITS.voice.lines).required(),
  master: Joi.object({ gain: masterLevel.required(), ceiling: Joi.number().min(LIMITS.ceiling.least).max(LIMITS.ceiling.most) }).required(),
  artist: title,
  marks: Joi.array()
    .items(Joi.object({ id: id.required(), at: seconds.required(), name: Joi.string().allow('').max(LIMITS.marks.name).required() }))
    .max(LIMITS.marks.count)
    .unique('id'),
  aim: Joi.number().min(LIMITS.aim.least).max(LIMITS.aim.most),
  // Each is filed under its own id, which is looked at with it.
  media: Joi.object().required(),
});

/** The whole document in one schema, as it is described to others (docs/show.schema.json). */
export const documentSchema = shell.keys({
  pictures: Joi.array().items(picture).max(LIMITS.pictures).required(),
  lanes: Joi.array().items(lane).min(1).max(100).required(),
  parts: Joi.array().items(part).max(LIMITS.parts).required(),
  lines: Joi.array().items(line).max(LIMITS.voice.lines).required(),
  media: Joi.object()
    .pattern(/^[0-9a-f]{64}$/, media)
    .required(),
});

/** Pieces of shows, and lists of them, that were found to be valid. They never change, so they need not be looked at again after every edit. */
const valid = new WeakSet<object>();

/** What is wrong with the pieces of a list, or null. Pieces that can no longer change are remembered, and so are lists. */
function listFault(name: string, list: readonly unknown[], schema: Joi.Schema, of: object = list): string | null {
  if (valid.has(of)) return null;
  const ids = new Set<unknown>();
  for (const [index, one] of list.entries()) {
    if (typeof one !== 'object' || one === null) return `"${name}[${index}]" is no object`;
    if (!valid.has(one)) {
      const { error } = schema.validate(one, STRICT);
      if (error) return `${name}[${index}]: ${error.message}`;
      if (Object.isFrozen(one)) valid.add(one);
    }
    ids.add((one as { id: unknown }).id);
  }
  if (ids.size < list.length) return `"${name}" names something twice`;
  if (Object.isFrozen(of) && list.every((one) => valid.has(one as object))) valid.add(of);
  return null;
}

const STRICT = { convert: false, abortEarly: true } as const;

/**
 * Checks a show that came from outside (file, storage, network) and brings older formats up to date.
 * @throws Failure `show.newer` where the format number is above ours, `show.damaged` for everything else that is wrong.
 */
export function readShow(raw: unknown): Show {
  if (typeof raw !== 'object' || raw === null) throw new Failure('show.damaged', { why: 'not an object' });
  const format = (raw as { format?: unknown }).format;
  if (typeof format === 'number' && format > FORMAT) throw new Failure('show.newer', { format, known: FORMAT });
  const current = migrate(raw);
  const fault = faultOf(current as Show);
  if (fault !== null) throw new Failure('show.damaged', { why: fault });
  return freeze(current as Show, true);
}

/** A description of a medium from outside, or null where it is none. */
export function readMedia(raw: unknown): Media | null {
  return typeof raw === 'object' && raw !== null && !media.validate(raw, STRICT).error ? (raw as Media) : null;
}

const lengthOf = (list: unknown): number => (Array.isArray(list) ? list.length : 0);
const each = (list: unknown): readonly Readonly<Record<string, unknown>>[] =>
  Array.isArray(list) ? list.filter((one) => typeof one === 'object' && one !== null) : [];

/** What there is too much of in a whole show, or null. Looked at before its pieces are: a small file may name very many of them. */
function wholeFault({ parts, lanes, pictures, media: all }: Show): string | null {
  let [spans, pins] = [0, 0];
  const count = (one: Readonly<Record<string, unknown>>) => {
    spans += lengthOf(one.spans) + lengthOf(one.stretches);
    pins += lengthOf(one.pins);
    for (const layer of each(one.layers)) pins += lengthOf(layer.pins);
  };
  for (const one of [...each(parts), ...each(lanes)]) {
    count(one);
    each(one.takes).forEach(count);
  }
  for (const { own } of each(pictures)) if (typeof own === 'object' && own !== null) count(own as Record<string, unknown>);
  const { whole } = LIMITS;
  if (spans > whole.spans) return `${spans} passages are more than ${whole.spans}`;
  if (pins > whole.pins) return `${pins} pins are more than ${whole.pins}`;
  return Object.keys(all).length > whole.media ? `more than ${whole.media} media` : null;
}

/** The rule that a show breaks, or null: the invariant that every edit keeps. */
export function faultOf(value: Show): string | null {
  const { error } = shell.validate(value, STRICT);
  if (error) return error.message;
  return (
    wholeFault(value) ??
    listFault('lanes', value.lanes, lane) ??
    listFault('media', Object.values(value.media), media, value.media) ??
    listFault('pictures', value.pictures, picture) ??
    listFault('parts', value.parts, part) ??
    listFault('lines', value.lines, line) ??
    danglingName(value)
  );
}
