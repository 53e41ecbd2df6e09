import { registerMp3Encoder } from '@mediabunny/mp3-encoder';
import { Mp3OutputFormat, canEncodeAudio } from 'mediabunny';
import { work } from '../cabinets/inside/worker';
import { ROOM, gapless } from './inside/gapless';
import { BITRATES } from './write.protocol';
import { soundWriter } from './inside/sound';

work(
  soundWriter({
    name: 'MP3',
    coding: 'mp3',
    bitrate: BITRATES.mp3,
    format: (fix, frames) => new Mp3OutputFormat({ onXingFrame: (data, at) => fix(gapless(data, frames), at) }),
    room: ROOM,
    ready: async () => void ((await canEncodeAudio('mp3')) || registerMp3Encoder()),
  }),
);
