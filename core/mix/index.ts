export {
  onlyLevels,
  planParts,
  planShow,
  planSpans,
  relevelled,
  soundKeysOf,
  type Plan,
  type PlannedLane,
  type PlannedPart,
  type PlannedSpan,
} from './plan';
export { addClicks, type Click } from './clicks';
export { evenedTo, levelsOf, loudest, middleLoudness, planAlone, type LevelChange, type Measured } from './even';
export { Mixer, joinSound } from './render';
export { LANE_NUMBERS, METER_STEP, Meters, WHOLE_NUMBERS, meterReading, type MeterReading } from './meters';
export { loudAsked, measuringLoudness } from './loud';
export { partsFor, type Asked, type Remembered } from './segments';
export { measuringOver, overAsked, stemsOf, tightest, type Clearness, type Stems } from './over';
export { lengthOf, planLayers, type LayerAt } from './layered';
export { planLanes, soundingLanes } from './lanes';
