export { partEnvelope, planShow, planSound, type Plan, type PlannedPart, type PlannedSpan } from './plan';
export { Mixer } from './render';
