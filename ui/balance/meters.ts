import { useEffect } from 'react';
import { decibelsOfGain } from '../../core/units';
import { metersNow } from '../../session/sound/transport';
import { decimal, t } from '../../words';
import { RED, meterPlace } from './scale';

/** What of the page a meter moves: the water, the mark of the highest so far, and the words beside it. */
export interface MeterParts {
  readonly water: HTMLElement;
  readonly mark: HTMLElement;
  readonly words: HTMLElement | null;
}

interface Meter extends MeterParts {
  /** Highest peak since it was cleared, dB. */
  held: number;
  /** What is drawn, so that nothing is written twice. */
  drawn: string;
}

/** The meters that are on the page, by lane; `whole` is that of the whole. */
const meters = new Map<string, Meter>();

/** What is said of the whole, once a picture of the screen; the words hold still for a third of a second, or nobody could read them. */
const CALM = 330;

export type WholeWords = (now: { readonly loudness: number; readonly short: number; readonly soFar: number }) => void;

/** Joins the meter of a lane to what draws it; gives the way to leave. */
export function joinMeter(name: string, parts: MeterParts): () => void {
  const known = meters.get(name);
  meters.set(name, { ...parts, held: known?.held ?? -Infinity, drawn: '' });
  return () => {
    if (meters.get(name)?.water === parts.water) meters.delete(name);
  };
}

/** Lets the highest mark of a meter go. */
export function clearMeter(name: string): void {
  const meter = meters.get(name);
  if (!meter) return;
  meter.held = -Infinity;
  draw(meter, -Infinity, -Infinity);
}

function draw(meter: Meter, level: number, peak: number): void {
  meter.held = Math.max(meter.held, peak);
  const { held } = meter;
  const said = Number.isFinite(held) ? decimal(held, 1).replace('-', '−') : '–';
  const [water, mark] = [meterPlace(level), meterPlace(held)];
  const drawn = `${water.toFixed(3)} ${mark.toFixed(3)} ${said}`;
  if (drawn === meter.drawn) return;
  meter.drawn = drawn;
  meter.water.style.transform = `scaleX(${water})`;
  meter.mark.style.left = `${mark * 100}%`;
  meter.mark.style.visibility = mark > 0 ? 'visible' : 'hidden';
  meter.mark.dataset.red = String(held >= RED);
  if (!meter.words) return;
  meter.words.textContent = t('balance.highest', { peak: said });
  meter.words.dataset.red = String(held >= RED);
}

/** Moves all meters with the audio clock for as long as the desk is there; nothing of the page is drawn anew for it. */
export function useMeters(say: WholeWords): void {
  useEffect(() => {
    let [frame, last] = [0, 0];
    const follow = (time: number) => {
      frame = requestAnimationFrame(follow);
      const now = metersNow();
      for (const [name, meter] of meters) {
        const reading = name === 'whole' ? now?.whole : now?.lanes.get(name);
        draw(meter, reading?.loudness ?? -Infinity, reading ? decibelsOfGain(reading.peak) : -Infinity);
      }
      if (!now || time - last < CALM) return;
      last = time;
      say(now.whole);
    };
    frame = requestAnimationFrame(follow);
    return () => cancelAnimationFrame(frame);
  }, [say]);
}
