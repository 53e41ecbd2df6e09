import type { tool as English } from '../en/tool';

export const tool: Readonly<Record<keyof typeof English, string>> = {
  'tool.dip': 'Senke',
  'tool.takes': 'Versuche',
  'tool.words': 'Worte',
  'tool.pauses': 'Pausen',
  'tool.stitches': 'Stiche',
  'tool.cut': 'Schnitt',
  'tool.ends': 'Enden',
  'tool.cross': 'Übergang',
  'tool.fades': 'Blenden',
  'tool.loudness': 'Lautstärke',
  'tool.lowCut': 'Tiefen weg',
  'tool.pins': 'Nadeln',
  'tool.range': 'Bereich',
  'tool.repeat': 'Wiederholen',
  'tool.more': 'Mehr',
  'tool.time': 'Zeit',
  'tool.frame': 'Rahmen',
  'tool.sound': 'Ton',
};
