import { OggOutputFormat } from 'mediabunny';
import { serve } from '../workers/serve';
import { soundWriter } from './inside/sound';

serve(
  self as unknown as Parameters<typeof serve>[0],
  soundWriter({ name: 'Opus', coding: 'opus', bitrate: 160_000, format: () => new OggOutputFormat(), ready: async () => undefined }),
);
