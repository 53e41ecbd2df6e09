import type { Failure, FailureDetails } from '../../core/failure';
import { EN, sayPhrase, saySpan, sayTime, t } from '../../words';

/** The longest sound that is taken in and the longest piece that is heard, seconds, where a failure does not say. */
const MOST = { 'media.too-long': 7200, 'hear.too-long': 1800 } as const;

/** Why a file is refused, in brackets; nothing where there are no words for it. */
function sayWhy({ why, what = '' }: FailureDetails): string {
  const key = `failure.why.${why}`;
  return key in EN ? sayPhrase({ key, values: { what } }) : '';
}

const bracketed = (value: string | number | undefined) => (value === undefined ? '' : ` (${value})`);
const clock = (value: string | number | undefined, decimals: number) => sayTime(Number(value ?? 0), decimals);

/** What happened, what is safe, what to do: one sentence in words/ for every code, with the facts that the failure brings. */
export function sentenceOf({ code, details }: Failure): string {
  const { name, seconds, claimed, most, megapixels = 0, coding, format, message } = details;
  const decimals = code === 'media.truncated' ? 1 : 0;
  return sayPhrase({
    key: `failure.${code}`,
    values: {
      file: name === undefined ? t('failure.theFile') : t('failure.aFile', { name }),
      seconds: clock(seconds, decimals),
      claimed: clock(claimed, decimals),
      most: code === 'hear.too-long' ? clock(most ?? MOST[code], 0) : saySpan(Number(most ?? MOST['media.too-long'])),
      megapixels,
      coding: bracketed(coding),
      kind: format ?? t('failure.such'),
      message: bracketed(message),
      why: sayWhy(details),
    },
  });
}
