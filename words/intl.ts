/** A language there is a whole catalogue of. */
export type Language = 'en' | 'de';

const formats = new Map<string, Intl.NumberFormat>();

function format(language: Language, least: number, most: number, grouped: boolean): Intl.NumberFormat {
  const name = `${language} ${least} ${most} ${grouped}`;
  let made = formats.get(name);
  if (!made) {
    made = new Intl.NumberFormat(language, { minimumFractionDigits: least, maximumFractionDigits: most, useGrouping: grouped });
    formats.set(name, made);
  }
  return made;
}

/** A number as a language writes it, with a minus that is one, and no minus before nothing; `least` to `most` decimals. */
export function writeNumber(language: Language, value: number, least: number, most = least, grouped = false): string {
  if (!Number.isFinite(value)) return '–';
  const said = format(language, least, most, grouped).format(value).replace('-', '−');
  return /[1-9]/.test(said) ? said : said.replace('−', '');
}

const marks = new Map<Language, string>();

/** What stands before the decimals. */
export function decimalMark(language: Language): string {
  let mark = marks.get(language);
  if (mark === undefined) marks.set(language, (mark = format(language, 1, 1, false).format(0.5).charAt(1)));
  return mark;
}

/** A list as a language joins one: “a, b and c”. */
export function writeList(language: Language, items: readonly string[]): string {
  return new Intl.ListFormat(language === 'en' ? 'en-GB' : language, { type: 'conjunction' }).format(items);
}
