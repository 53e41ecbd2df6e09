import { saySpan, sayTime, t, upTo } from '../../words';
import type { Media } from '../../core/show';
import { RATE } from '../../core/units';
import type { SoundFacts } from '../../engine/media/facts';

const kilohertz = (rate: number) => `${upTo(rate / 1000, 3)} kHz`;

function channelWords(channels: number): string {
  if (channels === 1) return t('sounds.mono');
  return channels === 2 ? t('sounds.stereo') : t('sounds.channels', { channels });
}

/** What came in and what was done to it: `2:06.7 · stereo · 44.1 kHz, converted to 48 kHz`. */
export function sayMedia(media: Media): string {
  const rate = media.rate === RATE ? kilohertz(media.rate) : t('sounds.converted', { from: kilohertz(media.rate), to: kilohertz(RATE) });
  return `${sayTime(media.seconds)} · ${channelWords(media.channels)} · ${rate}`;
}

/** Silence at the ends that is worth a word, or null. */
export function saySilence(facts: SoundFacts): string | null {
  if (!facts.sounding) return t('sounds.silent');
  const lead = facts.sounding.from;
  const tail = facts.seconds - facts.sounding.to;
  const said = { lead: saySpan(lead), tail: saySpan(tail) };
  if (lead >= 0.1 && tail >= 0.1) return t('sounds.silentEnds', said);
  if (lead >= 0.1) return t('sounds.silentStart', said);
  return tail >= 0.1 ? t('sounds.silentEnd', said) : null;
}
