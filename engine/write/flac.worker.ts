import { registerFlacEncoder } from '@mediabunny/flac-encoder';
import { FlacOutputFormat, canEncodeAudio } from 'mediabunny';
import { serve } from '../workers/serve';
import { soundWriter } from './inside/sound';

serve(
  self as unknown as Parameters<typeof serve>[0],
  soundWriter({
    name: 'FLAC',
    coding: 'flac',
    bitrate: null,
    format: () => new FlacOutputFormat(),
    ready: async () => void ((await canEncodeAudio('flac')) || registerFlacEncoder()),
  }),
);
