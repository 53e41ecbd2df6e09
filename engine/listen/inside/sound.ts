import { Failure } from '../../../core/failure';
import { looksLikeWav } from '../../../core/files';
import { LIMITS, type MediaId } from '../../../core/show';
import { Converter, PeakBuilder, TraceBuilder, packPeaks, soundingOf } from '../../../core/sound';
import { RATE } from '../../../core/units';
import { silenceUnsound } from '../../../core/unsound';
import { places } from '../../media/folders';
import { PlaceWriter, writeAt } from '../../media/write';
import type { SoundFacts } from '../../media/facts';
import { blobBytes } from './blobBytes';
import { decodeCompressed } from './compressed';
import { tooLong, type Decoded, type SoundSink } from './sink';
import { decodeWav } from './wav';

/** Below this a sound is no sound, seconds. */
const SHORTEST = 0.05;
/** Rates of sounds that are taken in, Hz. */
const RATES = { least: 1000, most: 384_000 };
/** A file that lacks less than this is whole, seconds: encoders round. */
const MISSING = 0.1;

/** Decodes, converts to the mix rate, and writes samples and peaks. What fails half-way leaves nothing behind. */
export async function takeSound(file: Blob, id: MediaId, signal: AbortSignal, progress: (share: number) => void): Promise<SoundFacts> {
  const pages = await PlaceWriter.open(places.pcm(id));
  const trace = await PlaceWriter.open(places.trace(id));
  try {
    const keeper = new Keeper(pages, trace);
    const isWav = looksLikeWav(blobBytes(file));
    const decode = isWav ? decodeWav : decodeCompressed;
    const decoded = await decode(file, keeper, signal, progress);
    const facts = keeper.finish(decoded);
    await pages.finish();
    await trace.finish();
    await writeAt(places.peaks(id), packPeaks(keeper.peaks()));
    return facts;
  } finally {
    await pages.close();
    await trace.close();
  }
}

class Keeper implements SoundSink {
  private converter: Converter | null = null;
  private peakBuilder: PeakBuilder | null = null;
  private traceBuilder: TraceBuilder | null = null;
  private built: ReturnType<PeakBuilder['finish']> | null = null;
  private rate = 0;
  private channels = 0;
  private taken = 0;
  private samples = 0;
  private unsound = 0;

  constructor(
    private readonly pages: PlaceWriter,
    private readonly trace: PlaceWriter,
  ) {}

  get behind(): Promise<void> | null {
    return this.pages.behind;
  }

  begin(rate: number, channels: number): void {
    if (!(rate >= RATES.least && rate <= RATES.most)) throw new Failure('media.damaged', { why: `${rate} Hz` });
    this.rate = rate;
    this.channels = channels;
    this.converter = new Converter(rate, channels);
    this.peakBuilder = new PeakBuilder(this.converter.channels);
    this.traceBuilder = new TraceBuilder(this.converter.channels);
  }

  take(planes: readonly Float32Array[], count: number): void {
    this.taken += count;
    if (this.taken > LIMITS.soundSeconds * this.rate) throw tooLong(this.taken / this.rate);
    this.keep(this.converter!.push(planes, count));
  }

  finish({ claimed, unsound }: Decoded): SoundFacts {
    if (!this.converter || this.taken === 0) throw new Failure('media.no-length');
    this.keep(this.converter.finish());
    if (this.taken < SHORTEST * this.rate)
      throw new Failure(claimed !== null && claimed > this.taken * 2 ? 'media.damaged' : 'media.no-length');
    const pcmChannels = this.converter.channels;
    const frames = this.samples / pcmChannels;
    const missing = claimed === null ? 0 : (claimed - this.taken) / this.rate;
    return {
      seconds: frames / RATE,
      rate: this.rate,
      channels: this.channels,
      pcmChannels,
      frames,
      sounding: soundingOf(this.peaks()),
      claimed: missing > MISSING ? claimed! / this.rate : null,
      ...(unsound + this.unsound > 0 ? { unsound: unsound + this.unsound } : {}),
    };
  }

  peaks(): ReturnType<PeakBuilder['finish']> {
    return (this.built ??= this.peakBuilder!.finish());
  }

  private keep(block: Float32Array): void {
    // What was a number in the file may be none once it is converted.
    this.unsound += silenceUnsound(block);
    this.pages.write(block);
    this.peakBuilder!.push(block);
    this.trace.write(this.traceBuilder!.push(block));
    this.samples += block.length;
  }
}
