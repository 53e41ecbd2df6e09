import { OggOutputFormat } from 'mediabunny';
import { serve } from '../workers/serve';
import { BITRATES } from './write.protocol';
import { soundWriter } from './inside/sound';

serve(
  self as unknown as Parameters<typeof serve>[0],
  soundWriter({ name: 'Opus', coding: 'opus', bitrate: BITRATES.opus, format: () => new OggOutputFormat(), ready: async () => undefined }),
);
