import type { PlainKey } from '../../words';

/** What cards are coloured with: content of the show, not of the interface, and so the same in every theme. */
export const CARD_COLOURS: readonly { readonly name: PlainKey; readonly colour: string }[] = [
  { name: 'pictures.night', colour: '#1C2A31' },
  { name: 'pictures.paper', colour: '#F6F2EA' },
  { name: 'pictures.rain', colour: '#2A6582' },
  { name: 'pictures.leaf', colour: '#4F6A35' },
  { name: 'pictures.clay', colour: '#9A4322' },
  { name: 'pictures.straw', colour: '#E8C872' },
];
