export { type Processor } from './processor';
export { Biquads, highPass, peaking, shelf, type Biquad } from './biquads';
export { treatedSource } from './treated';
export { clearIn, cooked, findOut, findingsName, ofThePiece, soundFor, throughChain, type Findings } from './recipe';
export { clearing, type Denoiser } from './clearing';
export { learnNoise, type NoisePower } from './noise';
export { roomAnswer } from './room';
export { steadied } from './steady';
export { processorOf, toneFilters } from './table';
