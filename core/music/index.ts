export { barSeconds, barStart, barsWithin, beatSeconds, beatsBetween, beatsOfPart, gridFromTaps, nearestBar, type Beat } from './grid';
