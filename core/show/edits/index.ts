export { type Edit, type Edited } from './edit';
export {
  addPictures,
  duplicatePictures,
  movePictures,
  newCard,
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
  ownStartForAll,
  putBackOwn,
  separateOwn,
  setOwn,
  setOwnStart,
  silenceStretch,
  trimClip,
  unsilenceStretch,
  type OwnChange,
} from './clips';
export { changesOnto, spreadPictures, tapAlong, timed } from './timing';
export {
  layPart,
  movePart,
  newPart,
  removePart,
  repeatPart,
  restorePart,
  setFade,
  setPartGain,
  stopEarly,
  trimEdge,
  trimSilence,
  trimSource,
} from './parts';
export { renameShow, setBlack, setMasterGain, setShape } from './whole';
