export { POWER_STEP, packProfile, profileOf, profiling, unpackProfile, type Profile } from './profile';
export { pausesIn, speechWith, toldAlso, without } from './told';
export { speakingSeconds } from './reading';
