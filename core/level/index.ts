export { EDGE, envelopeAt, envelopeOf, fadeShape, fillEnvelope, rampOf, type Envelope, type Hush, type Ramp } from './envelope';
