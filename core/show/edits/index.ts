export { type Edit, type Edited } from './edit';
export { addPictures, movePicture, newPicture, removePictures, setHold } from './pictures';
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
export { renameShow, setMasterGain } from './whole';
