export { REACH, bestShift, type Shift } from './shift';
export { planPass, readSeam, type Pass, type SeamReading } from './seam';
export { edgesOf, snapPoints, snapTo, type SnapPoint, type Snapped } from './snap';
export { FIRST_WISH, MET, type Meet, type Wish } from './wish';
export { prepareWeb, type Web } from './likeness';
export { mostInARow, weave, type Path } from './weave';
export { hidingOf, spliced, type Hiding, type Splice } from './splice';
export {
  NUDGE,
  answersFor,
  howNear,
  waysOf,
  loopAnswer,
  nudgeAnswer,
  startFitting,
  stopAnswer,
  weaveAnswer,
  weaveAnswers,
  type Answer,
  type Fitting,
  type Way,
} from './answers';
export { shaped, type Shaped } from './shaped';
export { NOTHING_LEFT, askedOf, layingOf, pieceOf, slacksFor, stitchesOfPart, wantedSeconds, type Asked, type Slack } from './lay';
export { noticed, readCut, type CutReading } from './noticed';
