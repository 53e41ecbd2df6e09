export { envelopeAt, envelopeOf, fadeShape, fillEnvelope, rampOf, type Envelope, type Ramp } from './envelope';
