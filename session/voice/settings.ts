import Joi from 'joi';
import { create } from 'zustand';
import { storage } from '../shows/storage';

/** How a person likes to record; kept on this device, for all shows. */
export interface RecordSettings {
  readonly countIn: boolean;
  /** Whether the bed is heard meanwhile. */
  readonly bed: boolean;
  readonly mic: 'microphone' | 'practice';
  /** What a spoken line comes late by as it was measured or set by hand, seconds; null: what the browser says. */
  readonly late: number | null;
}

const START: RecordSettings = { countIn: true, bed: true, mic: 'microphone', late: null };
const KEY = 'settings/recording';

const schema = Joi.object({
  countIn: Joi.boolean().required(),
  bed: Joi.boolean().required(),
  mic: Joi.valid('microphone', 'practice').required(),
  late: Joi.number().min(-2).max(2).allow(null).required(),
});

export const useRecordSettings = create<RecordSettings>()(() => START);

/** Changes how this person likes to record, and keeps it on this device. */
export function changeRecordSettings(change: Partial<RecordSettings>): void {
  useRecordSettings.setState(change);
  const { countIn, bed, mic, late } = useRecordSettings.getState();
  // A setting that cannot be kept is not worth a word: it holds until the page closes.
  void storage.setItem(KEY, JSON.stringify({ countIn, bed, mic, late })).catch(() => undefined);
}

/** Reads what was kept; what is damaged is let go of. */
export async function readRecordSettings(): Promise<void> {
  try {
    const text = await storage.getItem(KEY);
    if (text === null) return;
    const { value, error } = schema.validate(JSON.parse(text)) as { value: RecordSettings; error?: Error };
    if (!error) useRecordSettings.setState(value);
  } catch {
    // As it is at the start, then.
  }
}
