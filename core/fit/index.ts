export { REACH, bestShift, type Shift } from './shift';
export { planPass, readSeam, type Pass, type SeamReading } from './seam';
export { edgesOf, snapPoints, snapTo, type SnapPoint, type Snapped } from './snap';
export { FIRST_WISH, MET, type EndsWith, type Meet, type Near, type Wish } from './wish';
export { startFitting, type Fitting } from './fitting';
export { hidingOf, type Hiding, type Splice } from './splice';
export {
  NUDGE,
  REST,
  answersFor,
  loopAnswer,
  nudgeAnswer,
  silenceAfter,
  stopAnswer,
  waysOf,
  weaveAnswer,
  weaveAnswers,
  type Answer,
  type Way,
} from './answers';
export { howNear, nearestHidden } from './nearest';
export { shaped, type Shaped } from './shaped';
export { NOTHING_LEFT, askedOf, layingOf, pieceOf, slacksFor, stitchesOfPart, wantedSeconds, type Asked, type Slack } from './lay';
export { noticed, readCut, type CutReading } from './noticed';
