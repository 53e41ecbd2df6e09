import i18next from 'i18next';
import type { Phrase } from '../core/phrase';
import { DE, EN, type Gaps, type Key } from './catalogue';
import { writeNumber, type Language } from './intl';

/** The languages there is a whole catalogue of, each with its own name. */
export const LANGUAGES: Readonly<Record<Language, string>> = { en: 'English', de: 'Deutsch' };

/** The one place that knows which language is spoken. */
export const speaking = i18next.createInstance();
void speaking.init({
  lng: 'en',
  fallbackLng: 'en',
  resources: { en: { translation: EN }, de: { translation: DE } },
  initAsync: false,
  keySeparator: false,
  nsSeparator: false,
  interpolation: { escapeValue: false }, // React and the file formats escape for themselves
});

/** The language that is spoken now. */
export function languageNow(): Language {
  return speaking.language === 'de' ? 'de' : 'en';
}

/** Speaks another language from now on; what was said before stays as it was said. */
export function speak(language: Language): void {
  void speaking.changeLanguage(language);
}

/** The first language of a list of wishes (`de-AT`, `en-GB`; BCP 47) that there is a catalogue of; English where there is none. */
export function languageFor(wishes: readonly string[]): Language {
  for (const wish of wishes) {
    const [base] = wish.toLowerCase().split(/[-_.]/);
    if (base === 'de' || base === 'en') return base;
  }
  return 'en';
}

/** Sentences without gaps, as they were said last: a sheet that is redrawn asks for hundreds of them. */
const said = new Map<Key, string>();
speaking.on('languageChanged', () => said.clear());

function plain(key: Key): string {
  let sentence = said.get(key);
  if (sentence === undefined) said.set(key, (sentence = speaking.t(key)));
  return sentence;
}

type Told = Readonly<Record<string, string | number>>;

/** Numbers as the language writes them; `count` stays a number, for it also chooses the plural. */
function written(values: Told): Told {
  return Object.fromEntries(
    Object.entries(values).map(([name, value]) => [
      name,
      typeof value === 'number' && name !== 'count' ? writeNumber(languageNow(), value, 0, 3) : value,
    ]),
  );
}

/** The sentence under a key in the language that is spoken, its gaps filled. The compiler knows which gaps a sentence has. */
export function t<K extends Key>(key: K, ...gaps: Gaps<K>): string {
  const values = gaps[0] as Told | undefined;
  return values ? speaking.t(key, written(values)) : plain(key);
}

/** Says a phrase that core made, or that was kept. One whose key is no longer known is said by its key. */
export function sayPhrase({ key, values }: Phrase): string {
  return values ? speaking.t(key, written(values)) : speaking.t(key);
}

/** The same in one language, whatever is spoken: for a server, which speaks to each in theirs. */
export function tIn(language: Language, key: Key): string {
  return speaking.getFixedT(language)(key);
}
