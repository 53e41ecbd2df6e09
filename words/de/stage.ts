import type { stage as English } from '../en/stage';

export const stage: Readonly<Record<keyof typeof English, string>> = {
  'stage.loudnessOverTheShow': 'Lautheit über die Schau',
  'stage.momentaryLufs': 'momentan, LUFS',
  'stage.theDrawingOfTheLoudness': 'Die Zeichnung der Lautheit',
  'stage.stage': 'Bühne',
  'stage.pause': 'Anhalten',
  'stage.play': 'Spielen',
  'stage.thePicturesOfYourShow': 'Hier erscheinen die Bilder deiner Schau.',
  'stage.aPlainCard': 'eine leere Karte',
  'stage.lengths': 'Bilder {{pictures}}, Klangbett {{bed}}: {{difference}}',
  'stage.lengthsShort': 'Bilder {{pictures}} Bett {{bed}}',
  'stage.lengthOpensTheFit': 'Länge: {{difference}}. Öffnet das Einpassen',
  'stage.dissolvingInto': '{{before}}, geht über in {{after}}',
};
