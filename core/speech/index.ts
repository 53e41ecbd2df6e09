export { POWER_STEP, packProfile, profileOf, profiling, unpackProfile, type Profile } from './profile';
export { pausesIn, speechWith, toldAlso, without } from './told';
export { IMPORTANCE, THIRDS, THIRDS_STEP, thirdsIn, thirdsOf } from './thirds';
export { speakingSeconds } from './reading';
