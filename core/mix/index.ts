export { onlyLevels, planParts, planShow, planSpans, relevelled, type Plan, type PlannedLane, type PlannedPart, type PlannedSpan } from './plan';
export { Mixer, joinSound } from './render';
export { measuringOver, stemsOf, tightest, type Stems } from './over';
export { planLanes, soundingLanes } from './lanes';
