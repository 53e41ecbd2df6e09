export { type Edit, type Edited } from './edit';
export {
  addPictures,
  duplicatePictures,
  movePictures,
  newCard,
  usualTimes,
  newCreditsCard,
  newPicture,
  removePictures,
  replaceMedia,
  setCard,
  setDissolve,
  setFraming,
  setHold,
  type Which,
} from './pictures';
export {
  layInStep,
  clipsStartWith,
  crossOwnAlong,
  moveOwnCut,
  moveSilence,
  putBackOwn,
  separateOwn,
  setClipSpeed,
  setOwn,
  silenceStretch,
  trimClip,
  unsilenceStretch,
  type ClipSpeed,
  type OwnChange,
} from './clips';
export { changesOnto, spreadPictures, tapAlong, timed } from './timing';
export {
  layParts,
  movePart,
  moveParts,
  newPart,
  removeParts,
  repeatPart,
  repeatTimes,
  restorePart,
  setFade,
  setPartGain,
  stopEarly,
  trimEdge,
  trimSilence,
  trimSource,
} from './parts';
export { clearPins, levelRange, removeRange, setJoin, shiftJoin, slipPart, splitAtMoments, splitParts, type RangeOf } from './cutting';
export { copyOn, gapBefore, pasteParts, pieceBefore, placeAfter, reorderPiece, setCross, shiftLater } from './pieces';
export { layLoop, setGrid } from './loops';
export {
  nameSound,
  renameShow,
  replaceShow,
  setAim,
  setAlone,
  setArtist,
  setBlack,
  setCredit,
  setMaster,
  setMasterGain,
  setShape,
} from './whole';
export { addMarks, removeMarks, setMark } from './marks';
export { layFit, refitDue, setMarks, setRefit, type LaidFit } from './fitting';
export { addLane, removeLane, setLane, toLane } from './lanes';
export { setTreatments, type Treated } from './treatments';
export { layInLayers, setLayer, setLayerPins, type LayerChange } from './layers';
export { rideLane, setLanePins, setLevels, setRoom, type Levels, type RoomOf } from './balance';
export { HOW_PLAYED } from './keep';
export { setPlayed, type PlayedChange } from './playing';
export { dipsToPins, pinsToDips, removePins, setDips, setPartDip, setPins, setTold, shiftSomePins } from './dips';
export {
  addLine,
  addTake,
  dropTake,
  layNarration,
  muteParts,
  removeLine,
  setLine,
  setWords,
  shortenPauses,
  spaceParts,
  takeInUse,
} from './voice';
