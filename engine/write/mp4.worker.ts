import { registerAacEncoder } from '@mediabunny/aac-encoder';
import { Mp4OutputFormat, canEncodeAudio } from 'mediabunny';
import { RATE } from '../../core/units';
import { work } from '../cabinets/inside/worker';
import { filmWriter } from './inside/film';

/** Frames by which the extension's encoder comes late: its sound is told to begin so much before the film. */
const LATE = 1024;
let late = 0;

/** Few browsers write AAC themselves on every system. */
async function ready(): Promise<void> {
  if (late > 0 || (await canEncodeAudio('aac', { numberOfChannels: 2, sampleRate: RATE }))) return;
  registerAacEncoder();
  late = LATE;
}

work(
  filmWriter({
    name: 'MP4',
    format: () => new Mp4OutputFormat({ fastStart: false }),
    pictures: ['avc'],
    sound: 'aac',
    ready,
    late: () => late,
  }),
);
