export { barSeconds, barStart, barsWithin, beatSeconds, beatsBetween, beatsOfPart, gridFromTaps, nearestBar, type Beat } from './grid';
export {
  HEARING,
  LONGEST_PIECE,
  downbeatsOf,
  hear,
  listenTo,
  listening,
  placeInBar,
  type Hearing,
  type Listened,
  type Tempo,
} from './hearing';
export type { Ending } from './ending';
export { TIMBRE, type Features } from './moments';
export { BANDS, CHROMA_RATE, TEXTURE_RATE, bandPower, highPower, texture, textureOf, type Texture } from './texture';
export type { Section } from './sections';
export type { Voice } from './voices';
export { packHearing, packTexture, unpackHearing, unpackTexture } from './keep';
export { knownBeats, laidBeats, laidSections, nameOf, type LaidBeat, type LaidSection } from './laid';
