/** What cards are coloured with: content of the show, not of the interface, and so the same in every theme. */
export const CARD_COLOURS: readonly { readonly name: string; readonly colour: string }[] = [
  { name: 'Night', colour: '#1C2A31' },
  { name: 'Paper', colour: '#F6F2EA' },
  { name: 'Rain', colour: '#2A6582' },
  { name: 'Leaf', colour: '#4F6A35' },
  { name: 'Clay', colour: '#9A4322' },
  { name: 'Straw', colour: '#E8C872' },
];
