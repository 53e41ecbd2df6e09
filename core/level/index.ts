export { EDGE, envelopeAt, envelopeOf, fadeShape, fillEnvelope, rampOf, type Envelope, type Hush, type PinAt, type Ramp } from './envelope';
export { LEAST_ALIKE, applyCross, crossGain, type CrossShape } from './cross';
