/** What the encoder comes late by, and the frames of one packet of MPEG-1 layer III. */
const DELAY = 576;
const PACKET = 1152;
const [FRAMES, BYTES, TOC, QUALITY] = [1, 2, 4, 8];

/**
 * The first packet of an MP3, which tells its length, with what it says nothing of yet: how much of the sound is the encoder's delay and padding
 * (LAME's tag behind the Xing header, common practice). Players that read it play exactly `frames` frames.
 */
export function gapless(packet: Uint8Array, frames: number): Uint8Array<ArrayBuffer> {
  const out = Uint8Array.from(packet);
  const view = new DataView(out.buffer);
  const at = startOf(out);
  const flags = view.getUint32(at + 4);
  if ((flags & (FRAMES | BYTES | TOC)) !== (FRAMES | BYTES | TOC)) return out;
  // This packet itself is not one of those that hold sound.
  const packets = view.getUint32(at + 8) - 1;
  view.setUint32(at + 4, flags | QUALITY);
  view.setUint32(at + 8, packets);
  const tag = at + 120;
  for (const [index, letter] of [...'LAME3.100'].entries()) out[tag + index] = letter.charCodeAt(0);
  const padding = Math.max(0, Math.min(4095, packets * PACKET - DELAY - frames));
  out.set([DELAY >> 4, ((DELAY & 15) << 4) | (padding >> 8), padding & 255], tag + 21);
  return out;
}

function startOf(packet: Uint8Array): number {
  for (let i = 4; i + 160 < packet.length; i += 1) {
    const name = String.fromCharCode(packet[i]!, packet[i + 1]!, packet[i + 2]!, packet[i + 3]!);
    if (name === 'Xing' || name === 'Info') return i;
  }
  throw new RangeError('the packet holds no Xing header');
}
