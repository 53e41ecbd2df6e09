import { registerFlacEncoder } from '@mediabunny/flac-encoder';
import { FlacOutputFormat, canEncodeAudio } from 'mediabunny';
import { work } from '../cabinets/inside/worker';
import { soundWriter } from './inside/sound';

work(
  soundWriter({
    name: 'FLAC',
    coding: 'flac',
    bitrate: null,
    format: () => new FlacOutputFormat(),
    ready: async () => void ((await canEncodeAudio('flac')) || registerFlacEncoder()),
  }),
);
