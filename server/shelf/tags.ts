import { parseFile } from 'music-metadata';

/** What a sound file says of itself. */
export interface Tags {
  readonly title: string;
  readonly artist: string;
  readonly licence: string;
  readonly credit: string;
  readonly words: readonly string[];
  readonly tempo: number | null;
  readonly seconds: number;
}

/** Mood words and genres as they are searched for: in small letters, each once. */
export function wordsOf(texts: readonly string[]): string[] {
  const words = texts.flatMap((text) => text.split(/[,;/|]/)).map((word) => word.trim().toLocaleLowerCase());
  return [...new Set(words.filter((word) => word !== '' && word.length <= 40))];
}

/** Reads the tags of a file. Its length is counted out where its head does not say it. @throws Error where it is no sound that is known. */
export async function tagsOf(path: string): Promise<Tags> {
  const options = { skipCovers: true } as const;
  const quick = await parseFile(path, { ...options, duration: false });
  const found = quick.format.duration === undefined ? await parseFile(path, { ...options, duration: true }) : quick;
  const { common, format } = found;
  const seconds = format.duration ?? 0;
  if (!(seconds > 0)) throw new Error('no sound in it');
  const comments = (common.comment ?? []).map((one) => (typeof one === 'string' ? one : (one.text ?? '')));
  return {
    title: common.title ?? '',
    artist: common.artist ?? '',
    licence: common.license ?? common.copyright ?? '',
    // A comment that speaks of credit or attribution is a credit line.
    credit: comments.find((text) => /credit|attribution|licen[cs]e/i.test(text)) ?? '',
    words: wordsOf([...(common.genre ?? []), ...(common.mood ? [common.mood] : []), ...(common.keywords ?? [])]),
    tempo: common.bpm && common.bpm > 0 ? common.bpm : null,
    seconds,
  };
}
