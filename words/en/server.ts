/** What the server says: to a browser in its language, to the terminal in that of the terminal. */
export const server = {
  'server.noFile': 'There is no such file here.',
  'server.noMedia': 'There is no such media here.',
  'server.failed': 'The server could not answer this.',
  'server.port': 'PORT must be a whole number from 1 to 65535, not “{{port}}”.',
  'server.open': 'Rain Bed is open at {{address}} (stop it with Ctrl+C)',
  'server.inUse': 'Port {{port}} is in use by another program. Stop that program, or choose another port: PORT={{other}} npm run demo',
  'server.notAllowed': 'This user may not open port {{port}}. Choose one above 1023: PORT=4870 npm run demo',
  'server.notStarted': 'The server could not start: {{message}}',
  'server.badQuestion': 'The shelf does not understand this question.',
  'server.noSound': 'There is no such sound on the shelf, or it has changed since it was listed.',
  'server.noFolder': 'There is no folder {{folder}}.',
  'server.shelfRead_one': 'The shelf has one piece from {{folder}}',
  'server.shelfRead_other': 'The shelf has {{count}} pieces from {{folder}}',
  'server.onlyReads': 'This server only hands out: it takes nothing in.',
} as const;
