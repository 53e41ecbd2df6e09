export { memorySource, readWindow, type PcmSource } from './pcm';
export { fold, foldedChannels } from './fold';
export { Converter } from './convert';
export { Resampler } from './resample';
export { PeakBuilder, binFrames, levelFor, packPeaks, peakBetween, unpackPeaks, type Peaks } from './peaks';
export { soundingOf, type Sounding } from './silence';
export { HOP, LoudnessMeter, type Loudness } from './loudness';
export { align, type Alignment } from './align';
export { TraceBuilder, traceOf } from './trace';
