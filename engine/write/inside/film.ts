import {
  AudioSampleSource,
  CanvasSource,
  canEncodeAudio,
  canEncodeVideo,
  type AudioCodec,
  type OutputFormat,
  type VideoCodec,
} from 'mediabunny';
import { Failure } from '../../../core/failure';
import { Mixer } from '../../../core/mix';
import { FILM_RATE, filmFrames, filmSteps } from '../../../core/stage';
import { RATE } from '../../../core/units';
import { Sources } from '../../media/inside/sources';
import { Painter } from '../../stage/inside/painter';
import { Breath } from '../../workers/breath';
import type { Desk } from '../../workers/serve';
import type { FilmCalls, FilmDetails, FilmSized, Packed } from '../write.protocol';
import { SoundFeed } from './packets';
import { writeThrough } from './stream';

interface Kind {
  readonly name: string;
  format(): OutputFormat;
  /** Codings of the picture, the best first. */
  readonly pictures: readonly VideoCodec[];
  readonly sound: AudioCodec;
  /** Brings the sound's encoder along where the browser has none. */
  ready(): Promise<void>;
  /** Frames by which the sound's encoder comes late. */
  late(): number;
}

const SOUND = 192_000;
/** Bits a second for every pixel: what stands still takes far less. */
const PER_PIXEL = 5.5;
/** A player finds its way in steps of this, seconds. */
const KEY_FRAMES = 4;
/** Sound is written so far ahead of the picture, seconds: a muxer keeps what it cannot interleave yet. */
const AHEAD = 0.5;

const bitrateOf = ({ width, height }: FilmSized) => Math.round(width * height * PER_PIXEL);

/** What a worker can do that writes one kind of film. */
export function filmWriter(kind: Kind) {
  const codingFor = async (size: FilmSized): Promise<VideoCodec | null> => {
    await kind.ready();
    if (!(await canEncodeAudio(kind.sound, { numberOfChannels: 2, sampleRate: RATE, bitrate: SOUND }))) return null;
    for (const coding of kind.pictures) if (await canEncodeVideo(coding, { ...size, bitrate: bitrateOf(size) })) return coding;
    return null;
  };
  return {
    canWrite: async (size: Parameters<FilmCalls['canWrite']>[0]) => (await codingFor(size)) !== null,
    async write(details: FilmDetails, desk: Desk): Promise<Packed> {
      const size = { width: details.width, height: details.height };
      const codec = await codingFor(size);
      if (codec === null) throw new Failure('film.coding', { format: kind.name });
      const canvas = new OffscreenCanvas(size.width, size.height);
      const painter = new Painter();
      const sources = new Sources();
      let clipped = 0;
      let unsound = 0;
      const giveUp = () => painter.giveUp();
      desk.signal.addEventListener('abort', giveUp);
      try {
        await painter.attach({ canvas, font: details.font });
        painter.show({ scene: details.scene });
        const mixer = new Mixer(details.plan, await sources.serve(details.plan, desk.signal));
        const bytes = await writeThrough(details, details.tags, { format: () => kind.format() }, desk, async (output) => {
          const pictures = new CanvasSource(canvas, { codec, bitrate: bitrateOf(size), keyFrameInterval: KEY_FRAMES });
          const sound = new AudioSampleSource({ codec: kind.sound, bitrate: SOUND });
          output.addVideoTrack(pictures);
          output.addAudioTrack(sound);
          await output.start();
          const feed = new SoundFeed(sound, kind.late());
          await shoot(details, { painter, pictures, mixer, feed }, desk);
          ({ clipped } = feed);
          ({ unsound } = mixer);
        });
        return { bytes, clipped, unsound };
      } finally {
        desk.signal.removeEventListener('abort', giveUp);
        sources.close();
        painter.close();
      }
    },
  };
}

interface Set {
  readonly painter: Painter;
  readonly pictures: CanvasSource;
  readonly mixer: Mixer;
  readonly feed: SoundFeed;
}

/** Paints and mixes a show from its beginning to its end, picture and sound in step. */
async function shoot({ scene, plan }: FilmDetails, { painter, pictures, mixer, feed }: Set, desk: Desk): Promise<void> {
  const block = new Float32Array(RATE * 2);
  let mixed = 0;
  const soundUpTo = async (seconds: number) => {
    const end = Math.min(plan.frames, Math.ceil(seconds * RATE));
    while (mixed < end) {
      const count = Math.min(RATE, plan.frames - mixed);
      mixer.render(mixed, count, block);
      await feed.add(block, count);
      mixed += count;
    }
  };
  const quiet: Desk = { signal: desk.signal, progress: () => undefined };
  const all = filmFrames(scene.seconds);
  const breath = new Breath();
  for (const { at, seconds, moment } of filmSteps(scene)) {
    // Stopped before it is painted, or while it was waited for.
    if (desk.signal.aborted || (await painter.paint({ moment }, quiet)) === null) throw new Failure('cancelled');
    if (painter.lost) throw new Failure('media.missing');
    await pictures.add(at, seconds);
    await soundUpTo(at + seconds + AHEAD);
    desk.progress(Math.min(1, ((at + seconds) * FILM_RATE) / all));
    await breath.take();
  }
  await soundUpTo(Infinity);
}
