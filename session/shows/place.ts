import Joi from 'joi';
import { FACES, type Face } from '../faces';

/** Where a person was in a show. */
export interface SheetPlace {
  readonly now: number;
  readonly face: Face;
  /** Seconds of the show that fill the sheet's height. */
  readonly zoom: number;
  /** Whether the clips' own sound is shown on a lane of its own. */
  readonly own: boolean;
  /** Whether what is dragged is drawn to what lies near. */
  readonly snap: boolean;
}

export const START_PLACE: SheetPlace = { now: 0, face: 'bed', zoom: 45, own: true, snap: true };

const schema = Joi.object({
  now: Joi.number().min(0).required(),
  face: Joi.valid(...FACES).required(),
  zoom: Joi.number().min(0.001).max(36_000).required(),
  own: Joi.boolean().default(START_PLACE.own),
  snap: Joi.boolean().default(START_PLACE.snap),
});

/** A place's row; the start where there is none, or it makes no sense. */
export function placeOf(text: string | null | undefined): SheetPlace {
  if (!text) return START_PLACE;
  try {
    const checked = schema.validate(JSON.parse(text), { convert: false });
    return checked.error ? START_PLACE : (checked.value as SheetPlace);
  } catch {
    return START_PLACE;
  }
}
