import type { server as English } from '../en/server';

export const server: Readonly<Record<keyof typeof English, string>> = {
  'server.noFile': 'Diese Datei gibt es hier nicht.',
  'server.noMedia': 'Dieses Medium gibt es hier nicht.',
  'server.failed': 'Der Server konnte darauf nicht antworten.',
  'server.port': 'PORT muss eine ganze Zahl von 1 bis 65535 sein, nicht „{{port}}“.',
  'server.open': 'Rain Bed ist offen unter {{address}} (anhalten mit Strg+C)',
  'server.inUse':
    'Port {{port}} wird von einem anderen Programm verwendet. Beende jenes Programm, oder wähl einen anderen Port: PORT={{other}} npm run demo',
  'server.notAllowed': 'Dieser Benutzer darf Port {{port}} nicht öffnen. Wähl einen über 1023: PORT=4870 npm run demo',
  'server.notStarted': 'Der Server konnte nicht starten: {{message}}',
};
