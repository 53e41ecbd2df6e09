export { captionsOf, subRip, webVtt, type Caption } from './captions';
export { creditsText, cueSheetCsv, cueSheetText, cuesOf, momentsCsv, type Cue } from './lists';
export { timelineOf } from './timelineOut';
export { readTimeline, type LeftOut, type TimelineRead } from './timelineIn';
export { boundMarks, marksOfCsv, type NewMark } from './marksIn';
export { parseBounded } from './bounded';
export { WORK, checkEntries, entryOf, looksLikeZip, mediaEntry, orDamaged, type Entry } from './work';
