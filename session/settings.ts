import Joi from 'joi';
import { create } from 'zustand';
import { languageFor, speak, type Language } from '../words';
import { storage } from './shows/storage';

/** What a person set for all shows. What is set to the browser or the system follows it. */
export interface Settings {
  readonly language: 'browser' | Language;
  readonly theme: 'system' | 'light' | 'dark';
  /** Words of the trade that were explained already: each is once, where it is first met. */
  readonly met: readonly string[];
}

const FIRST: Settings = { language: 'browser', theme: 'system', met: [] };

const ROW = 'settings';

const schema = Joi.object({
  language: Joi.valid('browser', 'en', 'de').default(FIRST.language),
  theme: Joi.valid('system', 'light', 'dark').default(FIRST.theme),
  met: Joi.array().items(Joi.string().max(40)).max(200).default([]),
}).options({ stripUnknown: true });

interface SettingsState extends Settings {
  /** Whether they were read, or could not be: until then nothing is drawn. */
  readonly ready: boolean;
  /** Whether their panel is open. It outlasts a change of the language, which draws everything anew. */
  readonly open: boolean;
}

export const useSettings = create<SettingsState>()(() => ({ ...FIRST, ready: false, open: false }));

/** The language of the browser, of those there are. */
export const browserLanguage = (): Language => languageFor(typeof navigator === 'undefined' ? [] : navigator.languages);

function apply(settings: Omit<Settings, 'met'>): void {
  speak(settings.language === 'browser' ? browserLanguage() : settings.language);
  if (typeof document === 'undefined') return;
  document.documentElement.lang = settings.language === 'browser' ? browserLanguage() : settings.language;
  document.documentElement.dataset.theme = settings.theme;
}

/** Reads the settings and uses them. Where they cannot be read, or make no sense, the first ones are used: nothing depends on them. */
export async function readSettings(): Promise<void> {
  let settings = FIRST;
  try {
    const { value, error } = schema.validate(JSON.parse((await storage.getItem(ROW)) ?? '{}'));
    if (error === undefined) settings = value as Settings;
  } catch {
    // A window that may store nothing still has colours and a language.
  }
  apply(settings);
  useSettings.setState({ ...settings, ready: true });
}

/** Changes settings, uses them at once, and keeps them where the browser can. */
export async function changeSettings(change: Partial<Settings>): Promise<void> {
  const { language, theme, met } = { ...useSettings.getState(), ...change };
  apply({ language, theme });
  useSettings.setState({ language, theme, met });
  await storage.setItem(ROW, JSON.stringify({ language, theme, met })).catch(() => undefined);
}

/** A word was explained: it is not again. */
export function meetWord(word: string): void {
  const { met } = useSettings.getState();
  if (!met.includes(word)) void changeSettings({ met: [...met, word] });
}

/** Opens and closes their panel. */
export const showSettings = (open: boolean): void => useSettings.setState({ open });
