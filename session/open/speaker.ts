import { create } from 'zustand';
import type { Show } from '../../core/show';
import { addVoiceLane } from '../../core/show/edits';
import { newId } from '../ids';
import { useOpenShow } from './store';

/** The lane that is recorded on, and that narrations are brought to; the first one where it is not there. */
export const useSpeaker = create<{ readonly lane: string | null }>()(() => ({ lane: null }));

export function speakerOf(show: Show): string {
  const voices = show.lanes.filter((lane) => lane.kind === 'voice');
  const { lane } = useSpeaker.getState();
  return (voices.find((one) => one.id === lane) ?? voices[0]!).id;
}

export function addSpeaker(title: string): void {
  const id = newId();
  useOpenShow.getState().edit(addVoiceLane, { id, title });
  useSpeaker.setState({ lane: id });
}
