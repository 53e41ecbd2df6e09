import { VideoSampleSink } from 'mediabunny';
import { Failure } from '../../../core/failure';
import { stripBox, stripOf, stripTime } from '../../../core/stage';
import { fileAt, places } from '../../media/folders';
import { Shots } from '../../media/shots';
import { openVideo, type OpenVideo } from '../../media/video';
import { writeAt } from '../../media/write';
import type { Desk } from '../../workers/serve';
import type { ListenCalls } from '../listen.protocol';

async function withVideo<T>(id: string, work: (video: OpenVideo) => Promise<T>): Promise<T> {
  const file = await fileAt(places.original(id));
  if (!file) throw new Failure('media.missing');
  const video = await openVideo(file);
  try {
    return await work(video);
  } finally {
    video.close();
  }
}

/** Draws a clip's frames, small, onto one sheet and keeps it. */
export async function strip({ media }: Parameters<ListenCalls['strip']>[0], desk: Desk): Promise<void> {
  if (await fileAt(places.strip(media.id))) return;
  await withVideo(media.id, async ({ track }) => {
    const plan = stripOf(media);
    const canvas = new OffscreenCanvas(plan.columns * plan.width, plan.rows * plan.height);
    const pen = canvas.getContext('2d');
    if (!pen) throw new Failure('media.damaged');
    const times = Array.from({ length: plan.count }, (_, index) => stripTime(plan, index));
    const shots = new Shots();
    let index = 0;
    for await (const sample of new VideoSampleSink(track).samplesAtTimestamps(times)) {
      const { x, y, width, height } = stripBox(plan, index);
      // A moment without a frame of its own shows the one before it.
      if (sample) {
        const { displayWidth, displayHeight } = sample;
        const shot = await shots.of(sample);
        shot.draw(pen, 0, 0, displayWidth, displayHeight, x, y, width, height);
        shot.close();
      } else if (index > 0) {
        const before = stripBox(plan, index - 1);
        pen.drawImage(canvas, before.x, before.y, width, height, x, y, width, height);
      }
      index += 1;
      desk.progress(index / plan.count);
      if (desk.signal.aborted) throw new Failure('cancelled');
    }
    const blob = await canvas.convertToBlob({ type: 'image/webp', quality: 0.8 });
    await writeAt(places.strip(media.id), new Uint8Array(await blob.arrayBuffer()));
  });
}

/** One frame of a clip as a photo. */
export async function still({ id, at }: Parameters<ListenCalls['still']>[0]): Promise<Blob> {
  return withVideo(id, async ({ track }) => {
    const sink = new VideoSampleSink(track);
    const sample = (await sink.getSample(Math.max(at, await track.getFirstTimestamp()))) ?? null;
    if (!sample) throw new Failure('media.damaged');
    try {
      const canvas = new OffscreenCanvas(sample.displayWidth, sample.displayHeight);
      const pen = canvas.getContext('2d');
      if (!pen) throw new Failure('media.damaged');
      sample.draw(pen, 0, 0, canvas.width, canvas.height);
      return await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.95 });
    } finally {
      sample.close();
    }
  });
}
