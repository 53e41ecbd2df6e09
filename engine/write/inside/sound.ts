import { AudioSampleSource, canEncodeAudio, type AudioCodec, type OutputFormat } from 'mediabunny';
import { Failure } from '../../../core/failure';
import { RATE } from '../../../core/units';
import { eachBlock } from '../../measure/inside/blocks';
import type { Desk } from '../../workers/serve';
import type { Packed, SoundCalls } from '../write.protocol';
import { SoundFeed } from './packets';
import { writeThrough, type Muxing, type Room } from './stream';

interface Kind {
  readonly name: string;
  readonly coding: AudioCodec;
  /** Bits a second; null for what loses nothing. */
  readonly bitrate: number | null;
  format(fix: Parameters<Muxing['format']>[0], frames: number): OutputFormat;
  readonly room?: Room;
  /** Brings the encoder along where the browser has none. */
  ready(): Promise<void>;
}

/** What a worker can do that writes one kind of sound file. */
export function soundWriter(kind: Kind) {
  const bitrate = kind.bitrate === null ? {} : { bitrate: kind.bitrate };
  const canWrite = async () => {
    await kind.ready();
    return canEncodeAudio(kind.coding, { numberOfChannels: 2, sampleRate: RATE, ...bitrate });
  };
  return {
    canWrite,
    async write(details: Parameters<SoundCalls['write']>[0], desk: Desk): Promise<Packed> {
      if (!(await canWrite())) throw new Failure('sound.coding', { format: kind.name });
      const { plan, tags } = details;
      let clipped = 0;
      let unsound = 0;
      const bytes = await writeThrough(
        details,
        tags,
        { format: (fix) => kind.format(fix, plan.frames), room: kind.room },
        desk,
        async (output) => {
          const source = new AudioSampleSource({ codec: kind.coding, ...bitrate });
          output.addAudioTrack(source);
          await output.start();
          const feed = new SoundFeed(source);
          unsound = await eachBlock(plan, { first: 0, frames: plan.frames }, desk, (block, frames) => feed.add(block, frames));
          ({ clipped } = feed);
        },
      );
      return { bytes, clipped, unsound };
    },
  };
}
