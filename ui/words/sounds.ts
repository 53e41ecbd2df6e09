import type { Media } from '../../core/show';
import { RATE, saySpan, sayTime } from '../../core/units';
import type { SoundFacts } from '../../engine/media/facts';

const kilohertz = (rate: number) => `${Number((rate / 1000).toFixed(3))} kHz`;

function channelWords(channels: number): string {
  if (channels === 1) return 'mono';
  return channels === 2 ? 'stereo' : `${channels} channels, folded to stereo`;
}

/** What came in and what was done to it: `2:06.7 · stereo · 44.1 kHz, converted to 48 kHz`. */
export function sayMedia(media: Media): string {
  const rate = media.rate === RATE ? kilohertz(media.rate) : `${kilohertz(media.rate)}, converted to ${kilohertz(RATE)}`;
  return `${sayTime(media.seconds)} · ${channelWords(media.channels)} · ${rate}`;
}

/** Silence at the ends that is worth a word, or null. */
export function saySilence(facts: SoundFacts): string | null {
  if (!facts.sounding) return 'This sound is silent throughout.';
  const lead = facts.sounding.from;
  const tail = facts.seconds - facts.sounding.to;
  const said = [lead >= 0.1 ? `${saySpan(lead)} of silence at the start` : '', tail >= 0.1 ? `${saySpan(tail)} at the end` : ''].filter(
    Boolean,
  );
  return said.length > 0 ? said.join(', ').replace(/^(\S+ s) at the end/, '$1 of silence at the end') : null;
}
