import type { settings as English } from '../en/settings';

export const settings: Readonly<Record<keyof typeof English, string>> = {
  'settings.settings': 'Einstellungen',
  'settings.language': 'Sprache',
  'settings.theme': 'Farben',
  'settings.system': 'Wie das System',
  'settings.light': 'Hell',
  'settings.dark': 'Dunkel',
  'settings.asTheBrowser': 'Wie der Browser',
  'settings.theBrowserAsks': 'Der Browser verlangt {{language}}.',
};
