import { VideoSampleSink } from 'mediabunny';
import { fileAt, places } from '../../media/folders';
import { openVideo, type OpenVideo } from '../../media/video';
import { Shots, type Shot } from '../../media/shots';

/** A moment further ahead than this is jumped to, not decoded up to, seconds. */
const JUMP = 1;
/** Time stamps are fractions of the video's own clock: less than this is rounding, seconds. */
const EXACT = 1e-4;

export interface Frame {
  readonly sample: Shot;
  /** Whether it is the very frame of the moment asked for. */
  readonly exact: boolean;
}

/**
 * Frames of one clip by their second. While moments rise it decodes on; a moment elsewhere makes it jump. It owns its
 * frames: they are valid until the next call of `at` or `close`.
 */
export class ClipReader {
  private video: OpenVideo | null = null;
  private samples: ReturnType<VideoSampleSink['samples']> | null = null;
  private readonly shots = new Shots();
  private current: Shot | null = null;
  private next: Shot | null = null;
  /** Where the current frame begins to count: earlier than its own time for the video's first one. */
  private from = 0;
  private target = 0;
  private busy = false;
  /** Whether whoever asked last was given another frame than the one asked for. */
  private owes = false;
  private closed = false;
  broken = false;

  /** @param changed called when another frame can be shown. */
  constructor(
    private readonly media: string,
    private readonly changed: () => void,
  ) {}

  /** The best frame there is for a second of the video; a better one is fetched. */
  at(seconds: number): Frame | null {
    this.target = seconds;
    if (this.next && this.current && this.next.timestamp <= seconds + EXACT && !this.busy) {
      this.current.close();
      this.current = this.next;
      this.from = this.current.timestamp;
      this.next = null;
    }
    const exact = this.covers();
    this.owes = !exact;
    if (!exact || !this.next) void this.fetch();
    return this.current ? { sample: this.current, exact } : null;
  }

  close(): void {
    this.closed = true;
    if (!this.busy) void this.release();
  }

  private covers(): boolean {
    const { current, next, target, from } = this;
    if (!current || target < from - EXACT) return false;
    if (next) return target < next.timestamp - EXACT;
    return this.ended || target < current.timestamp + current.duration - EXACT;
  }

  private ended = false;

  private async fetch(): Promise<void> {
    if (this.busy || this.closed || this.broken) return;
    this.busy = true;
    try {
      await this.open();
      while (!this.closed && !(this.covers() && (this.next || this.ended))) {
        const had = this.current;
        if (this.mustJump()) await this.jump(this.target);
        else await this.advance();
        // A frame that was there can turn out to be the very one: what follows it has come, or nothing does.
        if (this.current !== had || (this.owes && this.covers())) {
          this.owes = false;
          this.changed();
        }
      }
    } catch {
      // A video that breaks off keeps its last frame on the stage.
      this.broken = true;
      this.changed();
    } finally {
      this.busy = false;
      if (this.closed) await this.release();
    }
  }

  private async open(): Promise<void> {
    if (this.video) return;
    const file = await fileAt(places.original(this.media));
    if (!file) throw new Error('not there');
    this.video = await openVideo(file);
  }

  private mustJump(): boolean {
    if (!this.samples || !this.current) return true;
    return this.target < this.from - EXACT || this.target > (this.next ?? this.current).timestamp + JUMP;
  }

  private async jump(seconds: number): Promise<void> {
    await this.samples?.return();
    this.next?.close();
    this.next = null;
    this.ended = false;
    this.samples = new VideoSampleSink(this.video!.track).samples(seconds);
    const first = (await this.samples.next()).value ?? null;
    if (!first) {
      // Beyond the last frame: that one stands.
      this.ended = true;
      await this.last();
      return;
    }
    const shot = await this.shots.of(first);
    this.current?.close();
    this.current = shot;
    this.from = Math.min(shot.timestamp, seconds);
  }

  private async last(): Promise<void> {
    const sample = await new VideoSampleSink(this.video!.track).getSample(this.video!.seconds);
    if (!sample) throw new Error('no frame can be decoded');
    const shot = await this.shots.of(sample);
    this.current?.close();
    this.current = shot;
    this.from = shot.timestamp;
  }

  private async advance(): Promise<void> {
    if (this.next) {
      this.current?.close();
      this.current = this.next;
      this.from = this.current.timestamp;
      this.next = null;
    }
    const { value } = await this.samples!.next();
    if (value) this.next = await this.shots.of(value);
    else this.ended = true;
  }

  private async release(): Promise<void> {
    await this.samples?.return();
    this.samples = null;
    this.current?.close();
    this.next?.close();
    this.current = this.next = null;
    this.video?.close();
    this.video = null;
  }
}
