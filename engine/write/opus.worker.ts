import { OggOutputFormat } from 'mediabunny';
import { work } from '../cabinets/inside/worker';
import { BITRATES } from './write.protocol';
import { soundWriter } from './inside/sound';

work(
  soundWriter({ name: 'Opus', coding: 'opus', bitrate: BITRATES.opus, format: () => new OggOutputFormat(), ready: async () => undefined }),
);
