export { memoryBytes, type ByteSource } from './bytes';
export { WavReader, looksLikeWav, readWavHeader, type WavHeader } from './wavRead';
export { WavWriter, type WavFormat } from './wavWrite';
