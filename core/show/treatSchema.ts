import Joi from 'joi';
import { LIMITS } from './limits';
import { stretch } from './schemaBits';
import type { Treatment, TreatmentKind, TreatmentOf } from './treatTypes';

const within = ({ least, most }: { readonly least: number; readonly most: number }) => Joi.number().min(least).max(most).required();
const share = (most = 1) => Joi.number().min(0).max(most).required();
const decibels = within({ least: -LIMITS.tone, most: LIMITS.tone });

/** What each kind has beside its kind and its switch. */
const OF_KIND: { readonly [K in TreatmentKind]: { readonly [F in Exclude<keyof TreatmentOf<K>, 'kind' | 'on'>]-?: Joi.Schema } } = {
  lowCut: { frequency: within(LIMITS.lowCut) },
  tone: { presence: decibels, low: decibels, high: decibels },
  steady: {
    ratio: within(LIMITS.steady.ratio),
    above: within(LIMITS.steady.above),
    release: within(LIMITS.steady.release),
    lift: within(LIMITS.steady.lift),
  },
  hiss: { amount: within(LIMITS.hiss), learn: stretch, taken: Joi.valid(true) },
  clear: { amount: share() },
  echo: {
    amount: share(LIMITS.echo.amount.most),
    seconds: within(LIMITS.echo.seconds),
    times: Joi.number().integer().min(1).max(LIMITS.echo.times.most).required(),
  },
  room: { amount: share(), size: Joi.valid('small', 'middle', 'large').required(), seconds: within(LIMITS.room60) },
};

export const TREATMENT_KINDS = Object.keys(OF_KIND) as readonly TreatmentKind[];

const ofKind = (kind: TreatmentKind) => Joi.object({ kind: Joi.valid(kind).required(), on: Joi.boolean().required(), ...OF_KIND[kind] });
const [firstKind, ...others] = TREATMENT_KINDS;

const treatment = Joi.alternatives().conditional('.kind', {
  switch: others.map((kind, index) => ({
    is: kind,
    then: ofKind(kind),
    ...(index === others.length - 1 ? { otherwise: ofKind(firstKind!) } : {}),
  })),
});

export const treatments = Joi.array().items(treatment).max(LIMITS.treatments);

/** A chain of treatments from outside (a command line, a file), or what is wrong with it. */
export function readTreatments(raw: unknown): { readonly chain: readonly Treatment[] } | { readonly fault: string } {
  const { error } = treatments.required().validate(raw, { convert: false });
  return error ? { fault: error.message } : { chain: raw as readonly Treatment[] };
}
