import { bell, growl, pad, tines } from './fm';
import type { Instrument } from './note';
import { cello, fiddle, guitar, harp, pizzicato, pluckedBass } from './strings';
import { chimes, hammered, marimba, musicBox, vibes } from './struck';
import { flute, reed } from './winds';

/** Instruments that play notes. */
export const INSTRUMENTS = {
  guitar,
  harp,
  pizzicato,
  pluckedBass,
  fiddle,
  cello,
  flute,
  reed,
  marimba,
  vibes,
  chimes,
  musicBox,
  hammered,
  tines,
  pad,
  bell,
  growl,
} as const satisfies Readonly<Record<string, Instrument>>;
export type InstrumentName = keyof typeof INSTRUMENTS;

export { DRUMS } from './struck';
export { blank, hertzOf, letGo, soften, type Instrument, type Played } from './note';
