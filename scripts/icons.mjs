// `node scripts/icons.mjs`: the icons of the installed application, drawn from assets/icon.svg. Run it when that changes.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { root } from './ground.mjs';

const drawing = readFileSync(join(root, 'assets/icon.svg'), 'utf8');
const PAPER = '#2A6582';

/** @param share of the width that the drawing takes: systems cut their own shape out of the rest. */
async function icon(name, size, share) {
  const inner = Math.round(size * share);
  const drawn = await sharp(Buffer.from(drawing), { density: 600 }).resize(inner, inner).png().toBuffer();
  const plain = sharp({ create: { width: size, height: size, channels: 4, background: PAPER } });
  await plain
    .composite([{ input: drawn, gravity: 'centre' }])
    .png({ compressionLevel: 9 })
    .toFile(join(root, 'public/icons', name));
}

await icon('icon-192.png', 192, 1);
await icon('icon-512.png', 512, 1);
await icon('icon-cut-512.png', 512, 0.8);
await icon('icon-180.png', 180, 0.9);
