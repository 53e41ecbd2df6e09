import Joi from 'joi';
import { WavWriter } from '../../core/files';
import { RATE } from '../../core/units';
import { fileAt, namesIn, places, removeAt } from './folders';

/** What is being recorded, kept beside it so that it can be found again. */
export interface About {
  /** Names the recording's files. */
  readonly id: string;
  readonly show: string;
  readonly lane: string;
  /** Moment of the show that sounded when it began, seconds. */
  readonly at: number;
  /** What a line spoken at that moment comes late by in the recording, seconds. */
  readonly late: number;
  /** A narration that gets a new take; a written line that is recorded. */
  readonly part?: string | undefined;
  readonly line?: string | undefined;
  /** Milliseconds since 1970. */
  readonly started: number;
}

/** A recording that lies in the private file system and is in no show yet. */
export interface Found {
  readonly about: About;
  readonly seconds: number;
}

const schema = Joi.object({
  id: Joi.string().required(),
  show: Joi.string().required(),
  lane: Joi.string().required(),
  at: Joi.number().min(0).required(),
  late: Joi.number().required(),
  part: Joi.string(),
  line: Joi.string(),
  started: Joi.number().required(),
});

/** Recordings that were left behind: their page ended before they were laid. Those with nothing in them, but for the busy one, are removed. */
export async function recordings(busy: string | null = null): Promise<Found[]> {
  const found: Found[] = [];
  const names = await namesIn('recordings');
  for (const name of names) {
    // Of these nothing is known, and there is nothing in them: what was to be written beside them found a full disk, or its browser was killed.
    const alone = name.endsWith('.pcm') && !names.includes(name.replace(/pcm$/, 'json'));
    if (alone && name !== `${busy}.pcm` && (await fileAt(['recordings', name]))?.size === 0)
      // Another window may be about to record into it.
      await removeAt(['recordings', name]).catch(() => undefined);
    if (!name.endsWith('.json')) continue;
    const file = await fileAt(['recordings', name]);
    const about = file ? readAbout(await file.text()) : null;
    if (!about || about.id === busy) continue;
    const seconds = ((await fileAt(places.recording(about.id)))?.size ?? 0) / 4 / RATE;
    if (seconds >= 0.1) found.push({ about, seconds });
    else await dropRecording(about.id);
  }
  return found.sort((a, b) => a.about.started - b.about.started);
}

function readAbout(text: string): About | null {
  try {
    const { value, error } = schema.validate(JSON.parse(text)) as { value: About; error?: Error };
    return error ? null : value;
  } catch {
    return null;
  }
}

/** A recording as a WAV, put together from what lies on the disk; null where there is none. */
export async function recordedFile(id: string, name: string): Promise<File | null> {
  const pcm = await fileAt(places.recording(id));
  if (!pcm) return null;
  const frames = Math.floor(pcm.size / 4);
  const writer = new WavWriter('float32', 1, RATE);
  return new File([writer.header(frames), pcm.slice(0, frames * 4), writer.footer(frames)], name, { type: 'audio/wav' });
}

/** Removes a recording for good. */
export async function dropRecording(id: string): Promise<void> {
  await removeAt(places.recording(id));
  await removeAt(places.about(id));
}
