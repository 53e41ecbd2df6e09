export { POWER_STEP, packProfile, profileOf, profiling, unpackProfile, type Profile } from './profile';
export { pausesIn, speechWith, toldAlso, without } from './told';
export { IMPORTANCE, THIRDS, THIRDS_HOP, THIRDS_STEP, ThirdsMeter, ThirdsWindows, thirdsIn, thirdsOf } from './thirds';
export { speakingSeconds } from './reading';
