import { imageSize } from 'image-size';
import { Failure } from '../../../core/failure';
import type { MediaId } from '../../../core/show';
import { LONGEST_EDGE, fileAt, places, type PictureSize } from '../../media/folders';
import { writeAt } from '../../media/write';

/** Decoded at four bytes a pixel, 120 megapixels are half a gigabyte: more than a phone's browser survives. */
const MOST_PIXELS = 120e6;
/** Photos carry their size within the first megabyte, behind embedded previews. */
const HEAD = 1 << 20;

export interface Upright {
  readonly width: number;
  readonly height: number;
}

/** A photo's size, and whether something may shine through it. */
export interface PhotoSize extends Upright {
  readonly opaque: boolean;
}

/** Size from the header alone, turned upright. @throws Failure `photo.*`. */
export async function sizeOf(file: Blob): Promise<PhotoSize> {
  const head = new Uint8Array(await file.slice(0, HEAD).arrayBuffer());
  let size: { width: number; height: number; type?: string; orientation?: number };
  try {
    size = imageSize(head);
  } catch {
    throw new Failure(isHeif(head) ? 'photo.heic' : 'photo.unreadable');
  }
  const { width, height, type, orientation = 1 } = size;
  const opaque = type === 'jpg';
  const pixels = width * height;
  if (pixels > MOST_PIXELS) throw new Failure('photo.too-large', { megapixels: Math.round(pixels / 1e6) });
  return orientation >= 5 ? { width: height, height: width, opaque } : { width, height, opaque };
}

/** ISO base media brand of HEIF photos (ISO/IEC 23008-12; from memory). */
function isHeif(head: Uint8Array): boolean {
  const brand = String.fromCharCode(...head.subarray(4, 12));
  return brand.startsWith('ftyp') && /^(hei|hev|mif1|msf1)/.test(brand.slice(4));
}

/**
 * Checks that a photo can be read and keeps it at the two bounded sizes that are shown. The full photo is decoded once
 * and let go before this returns.
 */
export async function takePhoto(file: Blob, id: MediaId, size: PhotoSize): Promise<Upright & { known: boolean }> {
  if (await fileAt(places.picture(id, 'thumb'))) return { ...size, known: true };
  let full: ImageBitmap;
  try {
    full = await createImageBitmap(file);
  } catch (error) {
    const head = new Uint8Array(await file.slice(0, 16).arrayBuffer());
    throw new Failure(isHeif(head) ? 'photo.heic' : 'photo.unreadable', {}, error);
  }
  try {
    await keepSizes(full, full, size.opaque, id);
    return { width: full.width, height: full.height, known: false };
  } finally {
    full.close();
  }
}

/** Keeps a picture at both bounded sizes. The small one last: where it is, both are. */
export async function keepSizes(image: CanvasImageSource, size: Upright, opaque: boolean, id: MediaId): Promise<void> {
  for (const kind of ['stage', 'thumb'] as const) await keepSmall(image, size, opaque, id, kind);
}

async function keepSmall(image: CanvasImageSource, full: Upright, opaque: boolean, id: MediaId, size: PictureSize): Promise<void> {
  const scale = Math.min(1, LONGEST_EDGE[size] / Math.max(full.width, full.height));
  const canvas = new OffscreenCanvas(Math.max(1, Math.round(full.width * scale)), Math.max(1, Math.round(full.height * scale)));
  const pen = canvas.getContext('2d');
  if (!pen) throw new Failure('photo.unreadable');
  pen.imageSmoothingQuality = 'high';
  pen.drawImage(image, 0, 0, canvas.width, canvas.height);
  // WebP keeps what shines through, but takes some twenty times as long to write.
  const blob = await canvas.convertToBlob(opaque ? { type: 'image/jpeg', quality: 0.88 } : { type: 'image/webp', quality: 0.86 });
  await writeAt(places.picture(id, size), new Uint8Array(await blob.arrayBuffer()));
}
