export {
  EDGE,
  envelopeAt,
  envelopeOf,
  fadeShape,
  fillEnvelope,
  fillLane,
  rampOf,
  type Envelope,
  type Hush,
  type LaneLevel,
  type PinAt,
  type Ramp,
} from './envelope';
export { LEAST_ALIKE, applyCross, crossGain, type CrossShape } from './cross';
export { bounds, joinAcross, joinFolded, joinsBetween, type CutEnds, type JoinSide, type PartJoins, type PlannedJoin } from './joins';
export { HeardCross, fillLevel, sidesAlike, type CrossAt, type CrossSide, type JoinSound, type Level } from './law';
export { laneLevel, partEnvelope } from './part';
export { NOTHING_HEARD, narrationsOf, phrasesOf, speakingClips, voicedIn, type Heard, type Voiced } from './voices';
export { understood } from './understood';
export { addLevels, strandPart, strandPartsOf, type StrandPart } from './strand';
export { leastUnderstood, thinFor, type Masker, type Understood } from './thin';
export { strandKey } from './asks';
export { bendAt, dipPinsOf, dipsOf, gonePinsOf, needsHearing, pinsWithDips, saidIn, type Dip, type Dips } from './dips';
export { type Bend } from './bends';
export { ALONE, LOWEST, overIn, type Over, type Sum } from './clear';
