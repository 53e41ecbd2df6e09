import Joi from 'joi';
import { LIMITS } from './limits';
import { LANE_KINDS } from './lanes';
import { fade, faster, id, level, mediaId, quiet, seconds, stretch, words } from './schemaBits';
import { treatments } from './treatSchema';
import type { FieldsOf, LaneKind } from './types';

export { treatments };

const span = Joi.object({
  from: seconds.required(),
  to: Joi.number().greater(Joi.ref('from')).max(LIMITS.showSeconds).required(),
  join: Joi.number().min(0).max(LIMITS.join.most).required(),
  fold: Joi.object({
    lead: Joi.number().min(0).max(LIMITS.fold.most).required(),
    tail: Joi.number().min(0).max(LIMITS.fold.most).required(),
  }),
});

export const bend = Joi.number().min(-1).max(1).required();
const cross = Joi.object({
  law: Joi.valid('power', 'even', 'matched').required(),
  bendOut: bend,
  bendIn: bend,
  seconds: Joi.number().min(LIMITS.join.least).max(LIMITS.join.most).required(),
});

const pin = Joi.object({ at: seconds.required(), gain: Joi.number().min(LIMITS.pin.least).max(LIMITS.pin.most).required() });

const jumps = Joi.array()
  .items(Joi.object({ from: seconds.required(), to: seconds.required() }))
  .max(LIMITS.fit.jumps)
  .required();

const fitted = Joi.object({
  way: Joi.valid('weave', 'loop', 'stop', 'nudge').required(),
  to: Joi.alternatives(Joi.valid('show'), seconds).required(),
  made: seconds.required(),
  piece: stretch.required(),
  near: Joi.alternatives(Joi.valid('frame', 'beat', 'bar'), Joi.number().min(0).max(LIMITS.fit.miss)).required(),
  shortest: Joi.object({
    of: Joi.valid('bars', 'seconds').required(),
    count: Joi.number().min(1).max(LIMITS.fit.shortest).required(),
  }).required(),
  ending: Joi.valid('own', 'fade', 'either').required(),
  meets: Joi.array()
    .items(Joi.object({ source: seconds.required(), at: seconds.required() }))
    .max(LIMITS.fit.meets)
    .required(),
  avoid: jumps,
  hold: jumps,
  slack: Joi.valid('pictures', 'speed', 'ring', 'leave').required(),
  self: Joi.boolean().required(),
});

export const pins = Joi.array().items(pin).max(LIMITS.pin.count);
export const spans = Joi.array().items(span).min(1).max(LIMITS.spans).required();
/** How a sound is played, beside its spans. */
const played = {
  ...faster,
  pitch: Joi.number().min(-LIMITS.pitch).max(LIMITS.pitch),
  even: Joi.valid(true),
  backwards: Joi.valid(true),
};
export const slope = Joi.number().min(0).max(LIMITS.dip.slope);
const takeNumber = Joi.number().integer().min(1).max(10_000);

export const take = Joi.object({
  number: takeNumber.required(),
  media: mediaId.required(),
  spans,
  gain: level.required(),
  quiet: quiet.required(),
  pins: pins.required(),
  ...played,
});

const partDip = Joi.object({
  on: Joi.boolean().required(),
  by: Joi.number().min(-LIMITS.dip.by).max(LIMITS.dip.by).required(),
  down: slope,
  up: slope,
});

/** What only parts of some kinds have. */
const OF_KIND: { readonly [K in LaneKind]: { readonly [Field in keyof FieldsOf[K]]-?: Joi.Schema } } = {
  bed: { fit: fitted },
  voice: { dip: partDip, take: takeNumber, takes: Joi.array().items(take).max(LIMITS.voice.takes), words },
  own: { clip: id },
  spot: {},
};

/** How layers of a part are played. */
const partLayers = Joi.array()
  .items(
    Joi.object({
      media: mediaId.required(),
      gain: Joi.number().min(LIMITS.pin.least).max(LIMITS.pin.most).required(),
      mute: Joi.valid(true),
      solo: Joi.valid(true),
      under: Joi.valid('goes', 'stays'),
      pins,
    }),
  )
  .max(LIMITS.layers)
  .unique('media');

/** A part of one kind. */
export const partOf = (kind: LaneKind) =>
  Joi.object({
    id: id.required(),
    kind: Joi.valid(kind).required(),
    lane: id.required(),
    media: mediaId.required(),
    at: seconds.required(),
    spans,
    gain: level.required(),
    fadeUp: fade.required(),
    fadeOut: fade.required(),
    quiet: quiet.required(),
    pins: pins.required(),
    cross,
    ...played,
    treatments,
    mute: Joi.boolean(),
    undipped: pins,
    layers: partLayers,
    ...OF_KIND[kind],
  });
const [firstKind, ...otherKinds] = LANE_KINDS;
/** A part, whatever its kind. */
export const part = Joi.alternatives().conditional('.kind', {
  switch: otherKinds.map((kind, index) => ({
    is: kind,
    then: partOf(kind),
    ...(index === otherKinds.length - 1 ? { otherwise: partOf(firstKind!) } : {}),
  })),
});
