export { REACH, bestShift, type Shift } from './shift';
export { planPass, readSeam, type Pass, type SeamReading } from './seam';
export { edgesOf, snapPoints, snapTo, type SnapPoint, type Snapped } from './snap';
