export {
  joinsBetween,
  partEnvelope,
  planParts,
  planShow,
  planSpans,
  type PartJoins,
  type Plan,
  type PlannedJoin,
  type PlannedPart,
  type PlannedSpan,
} from './plan';
export { Mixer, joinSound, type JoinSound } from './render';
