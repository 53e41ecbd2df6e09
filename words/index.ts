/** Everything that is said, in every language there is; and how numbers, times and lists are written. */
export { DE, EN, type Key, type PlainKey } from './catalogue';
export type { Language } from './intl';
export { decimal, grouped, list, sayLane, sayGain, sayLevel, saySpan, sayTime, signed, upTo } from './numbers';
export { languageFor, languageNow, LANGUAGES, sayPhrase, speak, speaking, t, tIn } from './say';
