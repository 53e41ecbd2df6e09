import { LIMITS, type Treatment, type TreatmentKind, type TreatmentOf } from '../../core/show';
import { decimal, sayTime, signed, t, type PlainKey } from '../../words';
import { sayShare } from '../words/treatments';

/** One amount of a treatment: what it is called, how far it goes, how it is said. */
export interface Amount<K extends TreatmentKind = TreatmentKind> {
  readonly label: PlainKey;
  readonly get: (one: TreatmentOf<K>) => number;
  readonly set: (one: TreatmentOf<K>, value: number) => TreatmentOf<K>;
  readonly least: number;
  readonly most: number;
  readonly step: number;
  readonly start: number;
  readonly say: (value: number) => string;
}

const decibels = (value: number) => `${signed(value, 1)} dB`;
const seconds = (value: number) => `${decimal(value, 2)} s`;

const tone = (label: PlainKey, field: 'presence' | 'low' | 'high', start: number): Amount<'tone'> => ({
  label,
  get: (one) => one[field],
  set: (one, value) => ({ ...one, [field]: value }),
  least: -LIMITS.tone,
  most: LIMITS.tone,
  step: 0.5,
  start,
  say: decibels,
});

const steady = (
  label: PlainKey,
  field: 'ratio' | 'above' | 'release' | 'lift',
  step: number,
  say: (value: number) => string,
): Amount<'steady'> => ({
  label,
  get: (one) => one[field],
  set: (one, value) => ({ ...one, [field]: value }),
  ...LIMITS.steady[field],
  step,
  say,
});

/** The amounts of every kind, the one that matters most first. */
export const AMOUNTS: { readonly [K in TreatmentKind]: readonly Amount<K>[] } = {
  lowCut: [
    {
      label: 'treat.below',
      get: (one) => one.frequency,
      set: (one, frequency) => ({ ...one, frequency }),
      ...LIMITS.lowCut,
      step: 5,
      say: (value) => `${Math.round(value)} Hz`,
    },
  ],
  tone: [tone('treat.presence', 'presence', 3), tone('treat.lows', 'low', 0), tone('treat.highs', 'high', 0)],
  steady: [
    steady('treat.ratio', 'ratio', 0.5, (value) => t('treat.ratioIs', { ratio: decimal(value, 1) })),
    steady('treat.above', 'above', 1, (value) => `${signed(value, 0)} dB`),
    steady('treat.release', 'release', 0.01, seconds),
    steady('treat.lift', 'lift', 0.5, decibels),
  ],
  hiss: [
    {
      label: 'treat.lessBy',
      get: (one) => one.amount,
      set: (one, amount) => ({ ...one, amount }),
      ...LIMITS.hiss,
      step: 1,
      say: (value) => `${decimal(value, 0)} dB`,
    },
  ],
  clear: [
    {
      label: 'treat.share',
      get: (one) => one.amount,
      set: (one, amount) => ({ ...one, amount }),
      least: 0,
      most: 1,
      step: 0.05,
      start: 1,
      say: sayShare,
    },
  ],
  echo: [
    {
      label: 'treat.howLoud',
      get: (one) => one.amount,
      set: (one, amount) => ({ ...one, amount }),
      least: 0,
      most: LIMITS.echo.amount.most,
      step: 0.05,
      start: LIMITS.echo.amount.start,
      say: sayShare,
    },
    {
      label: 'treat.apart',
      get: (one) => one.seconds,
      set: (one, value) => ({ ...one, seconds: value }),
      ...LIMITS.echo.seconds,
      step: 0.01,
      say: seconds,
    },
    {
      label: 'treat.howOften',
      get: (one) => one.times,
      set: (one, times) => ({ ...one, times }),
      least: 1,
      most: LIMITS.echo.times.most,
      step: 1,
      start: LIMITS.echo.times.start,
      say: (value) => decimal(value, 0),
    },
  ],
  room: [
    {
      label: 'treat.howMuch',
      get: (one) => one.amount,
      set: (one, amount) => ({ ...one, amount }),
      least: 0,
      most: 1,
      step: 0.05,
      start: LIMITS.room60.amount,
      say: sayShare,
    },
    {
      label: 'treat.diesAway',
      get: (one) => one.seconds,
      set: (one, value) => ({ ...one, seconds: value }),
      least: LIMITS.room60.least,
      most: LIMITS.room60.most,
      step: 0.05,
      start: LIMITS.room60.middle,
      say: seconds,
    },
  ],
};

/** The amounts of one treatment, as what they do to it. */
export function amountsOf(
  one: Treatment,
): { readonly amount: Amount; readonly value: number; readonly with: (value: number) => Treatment }[] {
  return (AMOUNTS[one.kind] as readonly Amount[]).map((amount) => ({
    amount,
    value: amount.get(one as never),
    with: (value) => amount.set(one as never, value),
  }));
}

/** What is said below a treatment. */
export function noteOf(one: Treatment): string {
  if (one.kind === 'hiss') {
    return one.learn ? t('treat.learned', { from: sayTime(one.learn.from), to: sayTime(one.learn.to) }) : t('treat.foundByItself');
  }
  return t(`treat.note.${one.kind}`);
}
