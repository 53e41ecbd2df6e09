/** What lanes are called that nobody gave a name. */
export const lanes = {
  'lanes.bed': 'Bed',
  'lanes.voice': 'Voice',
  'lanes.own': 'Clips’ sound',
  'lanes.spot': 'Spot sounds',
} as const;
