import type { lanes as English } from '../en/lanes';

export const lanes: Readonly<Record<keyof typeof English, string>> = {
  'lanes.bed': 'Klangbett',
  'lanes.voice': 'Stimme',
  'lanes.own': 'Ton der Clips',
  'lanes.spot': 'Einzelklänge',
};
