import { WavWriter } from '../core/files';
import { RATE } from '../core/units';

/** Interleaved samples at 48 kHz as a 16-bit WAV file. Pieces lie well below full scale and their quietest ring far above half a step: nothing is dithered. */
export function wavOf(sound: Float32Array, channels: 1 | 2): Uint8Array<ArrayBuffer> {
  const header = new WavWriter('int16', channels, RATE).header(sound.length / channels);
  const file = new Uint8Array(header.length + sound.length * 2);
  file.set(header);
  const data = new DataView(file.buffer, header.length);
  const scaled = new Int16Array(sound.length);
  for (let i = 0; i < sound.length; i += 1) scaled[i] = Math.round(Math.max(-1, Math.min(1, sound[i]!)) * 32_767);
  if (LITTLE) file.set(new Uint8Array(scaled.buffer), header.length);
  else for (let i = 0; i < scaled.length; i += 1) data.setInt16(i * 2, scaled[i]!, true);
  return file;
}

/** Whether numbers lie in memory as they lie in a WAV. */
const LITTLE = new Uint8Array(new Uint16Array([1]).buffer)[0] === 1;
