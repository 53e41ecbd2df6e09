/**
 * What a file's own header says about its length and about the frames that an encoder put around the music. Decoders hand
 * out what they can decode; only these numbers tell that a file was cut short, or where its sound really begins.
 */
export interface Claim {
  /** Frames of sound that the file says it holds, at its own rate; null where it does not say. */
  readonly frames: number | null;
  /** Decoded frames before the first real one. */
  readonly delay: number;
}

const NO_CLAIM: Claim = { frames: null, delay: 0 };

/** Frames that an MP3 decoder itself adds before the encoder's delay (LAME tag documentation, from memory). */
const MP3_DECODER_DELAY = 529;
/** Frames that AAC encoders put before the sound when nothing says otherwise (common practice). */
const ADTS_DELAY = 1024;

/** @param head the file's first bytes; 64 kB behind an ID3 tag are plenty. */
export function claimOf(head: Uint8Array): Claim {
  const start = behindId3(head);
  if (isText(head, start, 'fLaC')) return flac(head, start);
  if (head[start] === 0xff && (head[start + 1]! & 0xf6) === 0xf0) return { frames: null, delay: ADTS_DELAY };
  if (head[start] === 0xff && (head[start + 1]! & 0xe6) === 0xe2) return mp3(head, start);
  return NO_CLAIM;
}

/** Bytes of an ID3v2 tag at the start; its size is four times seven bits (ID3v2.4, section 3.1, from memory). */
export function behindId3(head: Uint8Array): number {
  if (!isText(head, 0, 'ID3') || head.length < 10) return 0;
  return 10 + ((head[6]! << 21) | (head[7]! << 14) | (head[8]! << 7) | head[9]!);
}

function isText(bytes: Uint8Array, at: number, text: string): boolean {
  for (let i = 0; i < text.length; i += 1) if (bytes[at + i] !== text.charCodeAt(i)) return false;
  return true;
}

/** STREAMINFO: 36 bits of total frames behind rate, channels and bits (RFC 9639, section 8.2); 0 means unknown. */
function flac(bytes: Uint8Array, start: number): Claim {
  const at = start + 8 + 13;
  if (at + 5 > bytes.length) return NO_CLAIM;
  const high = bytes[at]! & 0x0f;
  const low = ((bytes[at + 1]! << 24) | (bytes[at + 2]! << 16) | (bytes[at + 3]! << 8) | bytes[at + 4]!) >>> 0;
  const frames = high * 2 ** 32 + low;
  return { frames: frames > 0 ? frames : null, delay: 0 };
}

/** The Xing or Info tag in the first frame, with the encoder's delay and padding behind it (from memory). */
function mp3(bytes: Uint8Array, start: number): Claim {
  const mpeg1 = (bytes[start + 1]! & 0x18) === 0x18;
  const mono = bytes[start + 3]! >> 6 === 3;
  const side = mpeg1 ? (mono ? 17 : 32) : mono ? 9 : 17;
  let at = start + 4 + side;
  if (!isText(bytes, at, 'Xing') && !isText(bytes, at, 'Info')) return NO_CLAIM;
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (at + 140 > bytes.length) return NO_CLAIM;
  const flags = view.getUint32(at + 4);
  at += 8;
  let packets: number | null = null;
  if (flags & 1) {
    packets = view.getUint32(at);
    at += 4;
  }
  if (flags & 2) at += 4;
  if (flags & 4) at += 100;
  if (flags & 8) at += 4;
  if (at + 24 > bytes.length || bytes[at] === 0) return NO_CLAIM;
  const delay = (bytes[at + 21]! << 4) | (bytes[at + 22]! >> 4);
  const padding = ((bytes[at + 22]! & 0x0f) << 8) | bytes[at + 23]!;
  const total = packets === null ? null : packets * (mpeg1 ? 1152 : 576) - delay - padding;
  return { frames: total !== null && total > 0 ? total : null, delay: delay + MP3_DECODER_DELAY };
}
