export { AIMS, checkShow, type CutShort, type Finding, type Measured, type ReadCut, type State } from './check';
export { type BedEnd, type Soundings } from './ending';
export { gapsOf } from './gaps';
