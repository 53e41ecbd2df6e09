import { claimOf } from '../../../core/files';
import { ROOM, gapless } from './gapless';

/** The first packet as the muxer writes it: 48 kHz, stereo, 56 kbit/s, a Xing header that tells packets, bytes and places. */
function packet(packets: number): Uint8Array {
  const out = new Uint8Array(168);
  out.set([0xff, 0xfb, 0x44, 0x00]);
  const view = new DataView(out.buffer);
  for (const [index, letter] of [...'Xing'].entries()) out[36 + index] = letter.charCodeAt(0);
  view.setUint32(40, 7);
  view.setUint32(44, packets);
  view.setUint32(48, 90_000);
  return out;
}

it('tells players how much of an MP3 is delay and padding: our own reader trims to the very frame', () => {
  const frames = 12 * 48_000;
  const packets = Math.ceil((frames + 576 + 529) / 1152);
  const first = gapless(packet(packets + 1), frames);
  expect(first.length).toBe(192);
  // Header of MPEG-1 layer III at 48 kHz and 64 kbit/s: 144 × 64,000 / 48,000 = 192 bytes.
  expect(first[2]! >> 4).toBe(5);
  const claim = claimOf(first);
  expect(claim).toEqual({ frames, delay: 576 + 529 });
});

it('makes room behind the packet, wherever the words before it end, and knows no other packet', () => {
  expect(ROOM.after(packet(3))).toBe(168);
  const tagged = new Uint8Array(400);
  tagged.set([0x49, 0x44, 0x33, 4, 0, 0, 0, 0, 1, 2]);
  expect(ROOM.after(tagged)).toBe(10 + 130 + 168);
  expect(() => gapless(new Uint8Array(192), 10)).toThrow(RangeError);
});
