import type { controls as English } from '../en/controls';

export const controls: Readonly<Record<keyof typeof English, string>> = {
  'controls.couldNotBeShownYour':
    '{{what}}: Das konnte nicht gezeigt werden. Deine Schau ist sicher. Versuch es noch einmal; bleibt es so, lade die Seite neu.',
  'controls.closeTheDrawer': 'Schublade schließen',
  'controls.inDb': '{{label}} in dB',
  'controls.closeThisMessage': 'Meldung schließen',
  'controls.less': '{{label}}: weniger',
  'controls.more': '{{label}}: mehr',
  'controls.close': 'Schließen: {{title}}',
  'controls.notUnderstoodTry': 'Nicht verstanden. Versuch {{example}}.',
};
