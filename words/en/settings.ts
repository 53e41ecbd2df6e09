/** The settings, on the list of shows. */
export const settings = {
  'settings.settings': 'Settings',
  'settings.language': 'Language',
  'settings.theme': 'Colours',
  'settings.system': 'As the system',
  'settings.light': 'Light',
  'settings.dark': 'Dark',
  'settings.asTheBrowser': 'As the browser',
  'settings.theBrowserAsks': 'The browser asks for {{language}}.',
} as const;
