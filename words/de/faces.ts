import type { faces as English } from '../en/faces';

export const faces: Readonly<Record<keyof typeof English, string>> = {
  'faces.tapTheWaterToCut':
    'Tipp das Wasser an, um zu schneiden, zu kürzen, zu blenden oder die Lautstärke zu setzen. Der Knopf neben den Balken bringt die Längen zusammen.',
  'faces.chooseAPieceOfMusic': 'Wähle ein Musikstück. Du kannst es anhören, bevor es gelegt wird.',
  'faces.addAnotherPiece': 'Noch ein Musikstück',
  'faces.addMusic': 'Musik hinzufügen',
  'faces.addASpotSound': 'Einzelklang hinzufügen',
  'faces.piecesInOrder': '{{pieces}} Musikstücke, Reihenfolge',
  'faces.faces': 'Ansichten',
  'faces.of': '{{number}} von {{count}}: {{name}}',
  'faces.newMusic': 'Neue Musik',
  'faces.newSpotSound': 'Neuer Einzelklang',
  'faces.newNarration': 'Neuer Sprechtext',
  'faces.layItAt': 'Bei {{now}} legen',
  'faces.layItAfterTheLast': 'Hinter das letzte Stück legen',
  'faces.at': 'Bei {{now}}',
  'faces.inPlaceOfAll': 'Anstelle von allem',
  'faces.layItInPlaceOf': 'Anstelle aller Musik legen',
  'faces.layItUnderTheShow': 'Unter die Schau legen',
  'faces.layAllOneAfterThe': 'Alle {{waiting}} legen, eins nach dem anderen',
  'faces.listen': 'Anhören',
  'faces.notThisOne': 'Dieses nicht',
  'faces.finish': 'Fertig',
  'faces.lanes': 'Bahnen',
  'faces.manyLanes': '{{beds}} Bahnen',
  'faces.moreToCome': 'noch {{waiting}} danach',
};
