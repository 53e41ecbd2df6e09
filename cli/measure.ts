import { WavReader } from '../core/files';
import { LoudnessMeter, Resampler } from '../core/sound';
import { RATE } from '../core/units';
import { eachBlock, openFile } from './files';

const rounded = (value: number | null, decimals = 2) => (value === null ? null : Number(value.toFixed(decimals)));

/** `bed measure IN.wav`: loudness and peaks of the file's own channels as JSON. Nulls where there is nothing to measure. */
export function measure(path: string): string {
  const file = openFile(path);
  try {
    const reader = new WavReader(file);
    const { rate, channels, frames } = reader.header;
    const meter = new LoudnessMeter(Math.min(8, channels));
    const measured = Math.min(8, channels);
    const resamplers = rate === RATE ? null : Array.from({ length: measured }, () => new Resampler(rate, 1));
    const take = (planes: readonly Float32Array[], count: number) => {
      const block = new Float32Array(count * measured);
      for (let channel = 0; channel < measured; channel += 1) {
        const plane = planes[channel]!;
        for (let i = 0; i < count; i += 1) block[i * measured + channel] = plane[i]!;
      }
      meter.push(block, count);
    };
    eachBlock(reader, (planes, count) => {
      const converted = resamplers ? resamplers.map((one, channel) => one.push(planes[channel]!, count)) : planes;
      take(converted, resamplers ? converted[0]!.length : count);
    });
    if (resamplers) {
      const rest = resamplers.map((one) => one.finish());
      take(rest, rest[0]!.length);
    }
    const loudness = meter.finish();
    const report = {
      seconds: frames / rate,
      rate,
      channels,
      integrated: rounded(loudness.integrated),
      momentaryMax: rounded(loudness.momentaryMax),
      shortTermMax: rounded(loudness.shortTermMax),
      range: rounded(loudness.range),
      truePeak: rounded(loudness.truePeak),
    };
    return JSON.stringify(report, null, 2);
  } finally {
    file.close();
  }
}
