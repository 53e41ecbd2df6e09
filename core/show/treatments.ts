import { clamp } from '../units';
import { LIMITS } from './limits';
import type { Treatment, TreatmentKind, TreatmentOf } from './treatTypes';

const within = (value: number, { least, most }: { readonly least: number; readonly most: number }) => clamp(value, least, most);
const tone = (gain: number) => clamp(gain, -LIMITS.tone, LIMITS.tone);

/** A new treatment of each kind, as it begins, and one that came from a gesture within what the document allows. */
const KINDS: {
  readonly [K in TreatmentKind]: {
    readonly start: TreatmentOf<K>;
    readonly bound: (one: TreatmentOf<K>) => TreatmentOf<K>;
  };
} = {
  hiss: {
    start: { kind: 'hiss', on: true, amount: LIMITS.hiss.start },
    bound: (one) => ({ ...one, amount: within(one.amount, LIMITS.hiss) }),
  },
  clear: {
    start: { kind: 'clear', on: true, amount: 1 },
    bound: (one) => ({ ...one, amount: clamp(one.amount, 0, 1) }),
  },
  lowCut: {
    start: { kind: 'lowCut', on: true, frequency: LIMITS.lowCut.start },
    bound: (one) => ({ ...one, frequency: within(one.frequency, LIMITS.lowCut) }),
  },
  tone: {
    start: { kind: 'tone', on: true, presence: 3, low: 0, high: 0 },
    bound: (one) => ({ ...one, presence: tone(one.presence), low: tone(one.low), high: tone(one.high) }),
  },
  steady: {
    start: {
      kind: 'steady',
      on: true,
      ratio: LIMITS.steady.ratio.start,
      above: LIMITS.steady.above.start,
      release: LIMITS.steady.release.start,
      lift: LIMITS.steady.lift.start,
    },
    bound: (one) => ({
      ...one,
      ratio: within(one.ratio, LIMITS.steady.ratio),
      above: within(one.above, LIMITS.steady.above),
      release: within(one.release, LIMITS.steady.release),
      lift: within(one.lift, LIMITS.steady.lift),
    }),
  },
  echo: {
    start: {
      kind: 'echo',
      on: true,
      amount: LIMITS.echo.amount.start,
      seconds: LIMITS.echo.seconds.start,
      times: LIMITS.echo.times.start,
    },
    bound: (one) => ({
      ...one,
      amount: clamp(one.amount, 0, LIMITS.echo.amount.most),
      seconds: within(one.seconds, LIMITS.echo.seconds),
      times: clamp(Math.round(one.times), 1, LIMITS.echo.times.most),
    }),
  },
  room: {
    start: { kind: 'room', on: true, amount: LIMITS.room60.amount, size: 'middle', seconds: LIMITS.room60.middle },
    bound: (one) => ({ ...one, amount: clamp(one.amount, 0, 1), seconds: within(one.seconds, LIMITS.room60) }),
  },
};

/** A treatment as it is when it is added. */
export function newTreatment<K extends TreatmentKind>(kind: K): TreatmentOf<K> {
  return KINDS[kind].start as TreatmentOf<K>;
}

/** The treatment, its amounts within what the document allows. */
export function boundTreatment<K extends TreatmentKind>(one: TreatmentOf<K>): TreatmentOf<K> {
  return (KINDS[one.kind as K].bound as (one: TreatmentOf<K>) => TreatmentOf<K>)(one);
}

/** The kinds in the order in which one best uses them: what is not wanted goes first, the room comes last. */
export const TREATMENTS_IN_ORDER = Object.keys(KINDS) as readonly TreatmentKind[];

/** A chain with one more treatment: where one best has it among those that are there. Each kind once; clear voice always first. */
export function withTreatment(chain: readonly Treatment[], one: Treatment): Treatment[] {
  const at = (kind: TreatmentKind) => TREATMENTS_IN_ORDER.indexOf(kind);
  const index = chain.findIndex(({ kind }) => at(kind) > at(one.kind));
  return index < 0 ? [...chain, one] : chain.toSpliced(index, 0, one);
}
