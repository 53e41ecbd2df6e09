export {
  FORMAT,
  type Card,
  type BedPart,
  type Clip,
  type Cross,
  type CrossLaw,
  type Fade,
  type Fold,
  type FrameShape,
  type Framing,
  type Lane,
  type Mark,
  type LaneKind,
  type LaneOf,
  type Line,
  type Master,
  type Media,
  type MediaId,
  type OwnSound,
  type OwnPart,
  type OwnStart,
  type Part,
  type PartOf,
  type Photo,
  type Picture,
  type Pin,
  type Show,
  type Span,
  type Take,
  type Told,
  type VoicePart,
} from './types';
export { type Treatment, type TreatmentKind, type TreatmentOf } from './treatTypes';
export { TREATMENT_KINDS, readTreatments } from './treatSchema';
export { type Stretch } from './fitTypes';
export { type Depth, type DipRules, type PartDip, type Room } from './dipTypes';
export { type Fitted, type Grid, type Jump, type Marks } from './fitTypes';
export { LANES, LANE_KINDS, asKind, dipsFor, isHeard, lanesOf, newLane, laneName } from './lanes';
export { LIMITS } from './limits';
export { documentSchema, faultOf, readMedia, readShow } from './schema';
export {
  AGREE,
  compareLengths,
  filmAt,
  endBeside,
  followsSound,
  mostHold,
  picturesSeconds,
  partEnd,
  partSeconds,
  partsOn,
  pictureAt,
  placePictures,
  showSeconds,
  spansSeconds,
  type Lengths,
  type LengthVerdict,
  type PlacedPicture,
} from './placement';
export { laidSpans, passOf, repeatSpans, sliceSpans, sourceWalker, type LaidSpan } from './spans';
export { perform, performOnto, readHistory, redo, startHistory, undo, type History, type Step } from './history';
export { historyOf, mediaNamed, nothingWritten, rowNames, rowsFor, stepsOf, type RowChanges, type Written } from './rows';
export { hasOwnSound, ownPart, ownPartId, ownParts } from './own';
export { spreadRange } from './times';
export { BED_LANE, FIRST_LANES, FIRST_PART_DIP, OWN_LANE, SPOT_LANE, VOICE_LANE, firstDips, newShow } from './newShow';
export { FIRST_CROSS, crossingsOf, isCrossing, type Crossing } from './crossings';
export { findJoin, joinsOf, type Join, type JoinAt } from './joins';
export { pinLevel, type Slopes } from './pins';
export { thinned } from './ride';
export { TREATMENTS_IN_ORDER, boundTreatment, newTreatment, withTreatment } from './treatments';
export { roomOf } from './rooms';
export { layersOf, plainLayer, soundsOf, strandsOf, withLayers, type Strand } from './layers';
export { type Layer, type PartLayer, type Under } from './layerTypes';
export { laneChains, playedKey, playedLayerKey } from './chains';
export {
  evenIn,
  heardMoment,
  heardOf,
  heardStretch,
  isNudge,
  roughSource,
  shapeOf,
  layerKey,
  soundKey,
  soundOfKey,
  soundSeconds,
  sourceMoment,
  speedOf,
  splitKey,
  type Played,
  type Recipe,
} from './speed';
export { creditsOf, wordsOfCard, type CreditLine, type Credits } from './credits';
export { loopOf, loopSeconds, loopSpans, passesFor, type Loop } from './loop';
