export {
  FORMAT,
  type Fade,
  type Lane,
  type LaneKind,
  type Media,
  type MediaId,
  type Part,
  type Picture,
  type Show,
  type Span,
} from './types';
export { LIMITS } from './limits';
export { faultOf, readShow } from './schema';
export {
  AGREE,
  compareLengths,
  partEnd,
  partSeconds,
  partsOn,
  placePictures,
  showSeconds,
  spansSeconds,
  stageAt,
  type Lengths,
  type LengthVerdict,
  type OnStage,
  type PlacedPicture,
} from './placement';
export { passOf, repeatSpans, sliceSpans } from './spans';
export { perform, readHistory, redo, startHistory, undo, type History, type Step } from './history';
export { BED_LANE, VOICE_LANE, newShow } from './newShow';
