import { behindId3 } from '../../../core/files';
import type { Room } from './stream';

/** What the encoder comes late by, and the frames of one packet of MPEG-1 layer III. */
const DELAY = 576;
const PACKET = 1152;
const [FRAMES, BYTES, TOC, QUALITY] = [1, 2, 4, 8];
/** The first packet as it is written by the muxer (56 kbit/s at 48 kHz), and one that has room for LAME's tag (64 kbit/s). */
const SMALL = 168;
const LARGE = 192;
const LARGE_BITRATE = 5;
/** Where the Xing header lies in a stereo packet, and LAME's tag behind it. */
const XING = 36;
const LAME = XING + 120;

export const ROOM: Room = { after: (head) => behindId3(head) + SMALL, bytes: LARGE - SMALL };

/**
 * The first packet of an MP3, which tells its length, in a larger one that also tells how much of the sound is the encoder's delay and padding
 * (LAME's tag behind the Xing header, common practice). Players that read it play exactly `frames` frames.
 */
export function gapless(packet: Uint8Array, frames: number): Uint8Array<ArrayBuffer> {
  const view = new DataView(packet.buffer, packet.byteOffset, packet.byteLength);
  const name = String.fromCharCode(...packet.subarray(XING, XING + 4));
  const flags = view.getUint32(XING + 4);
  if (packet.length !== SMALL || name !== 'Xing' || (flags & (FRAMES | BYTES | TOC)) !== (FRAMES | BYTES | TOC))
    throw new RangeError('the packet is not the one that the muxer writes');
  const out = new Uint8Array(LARGE);
  out.set(packet);
  const large = new DataView(out.buffer);
  out[2] = (LARGE_BITRATE << 4) | (packet[2]! & 0x0f);
  // This packet itself is not one of those that hold sound.
  const packets = view.getUint32(XING + 8) - 1;
  large.setUint32(XING + 4, flags | QUALITY);
  large.setUint32(XING + 8, packets);
  large.setUint32(XING + 12, view.getUint32(XING + 12) + LARGE - SMALL);
  for (const [index, letter] of [...'LAME3.100'].entries()) out[LAME + index] = letter.charCodeAt(0);
  const padding = Math.max(0, Math.min(4095, packets * PACKET - DELAY - frames));
  out.set([DELAY >> 4, ((DELAY & 15) << 4) | (padding >> 8), padding & 255], LAME + 21);
  return out;
}
