// Both charts in one piece, fetched when the first of them is looked at: a package that two pieces share would come with the first visit.
export { default as LoudnessChart } from './LoudnessChart';
export { default as OverChart } from './OverChart';
