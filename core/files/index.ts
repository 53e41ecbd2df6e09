export { memoryBytes, type ByteSource } from './bytes';
export { behindId3, claimOf, type Claim } from './claims';
export { readCuePoints, type CuePoint, type ReadAt } from './wavCues';
export { WavReader, looksLikeWav, readWavHeader, type WavHeader } from './wavRead';
export { WavWriter, type Tags, type WavFormat } from './wavWrite';
