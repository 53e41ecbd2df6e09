import type { session as English } from '../en/session';

export const session: Readonly<Record<keyof typeof English, string>> = {
  'session.elsewhere': 'Diese Schau wird in einem anderen Tab bearbeitet. Hier kannst du ansehen und anhören.',
  'session.slimOf': '{{title}}, schlank',
  'session.savingTheWork': 'Die Arbeit wird gesichert',
  'session.addPhotosFirst':
    'Füg zuerst Fotos hinzu: sie geben der Schau ihre Länge. Bis dahin kann ein Musikstück für sich angehört werden.',
};
