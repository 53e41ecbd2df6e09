import Joi from 'joi';
import { LIMITS } from './limits';

export const id = Joi.string()
  .min(1)
  .max(64)
  .pattern(/^[A-Za-z0-9_-]+$/);
export const mediaId = Joi.string().pattern(/^[0-9a-f]{64}$/);
export const title = Joi.string().allow('').max(LIMITS.titleLength);
export const seconds = Joi.number().min(0).max(LIMITS.showSeconds);
export const level = Joi.number().min(LIMITS.gain.least).max(LIMITS.gain.most);
export const laneLevel = Joi.number().min(LIMITS.gain.least).max(LIMITS.lane.most);
export const masterLevel = Joi.number().min(LIMITS.gain.least).max(LIMITS.master.most);
export const room = Joi.object({
  when: Joi.valid('never', 'speech', 'sound').required(),
  over: Joi.number().min(LIMITS.room.least).max(LIMITS.room.most),
  by: Joi.number().min(LIMITS.dip.least).max(0),
});
export const fade = Joi.object({ seconds: seconds.required(), bend: Joi.number().min(-1).max(1).required() });

export const stretch = Joi.object({
  from: seconds.required(),
  to: Joi.number().greater(Joi.ref('from')).max(LIMITS.showSeconds).required(),
});
export const quiet = Joi.array().items(stretch).max(LIMITS.own.stretches);
/** Another speed, and whether the pitch goes with it. */
export const faster = { speed: Joi.number().min(LIMITS.speed.least).max(LIMITS.speed.most), loose: Joi.valid(true) };
export const words = Joi.string().allow('').max(LIMITS.voice.words);
