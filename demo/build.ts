import { createHash } from 'node:crypto';
import { mkdirSync, readFileSync, readdirSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { WavReader, memoryBytes } from '../core/files';
import { FIRST_LANES, newShow, readShow, type Clip, type Media, type Part, type Picture, type Show } from '../core/show';
import { newPart, newPicture } from '../core/show/edits';
import { RATE } from '../core/units';
import clips from './clips/clips.json';
import { musicFile } from './music/perform';
import { SCENES, svgOf } from './pictures/scenes';
import { HEIGHT, WIDTH } from './pictures/shapes';

const CREDIT = 'Composed, drawn and spoken by a program for Rain Bed; free to use (MIT)';
/** Where the four narrations begin, seconds of the show: the music has two seconds alone first (common practice). */
const SPOKEN_AT = [2.5, 27.5, 53, 81];

/**
 * Makes the demo show into a folder: `show.json` and `media/<id>.<ending>`. The folder appears only when it is whole.
 * The same program gives the same bytes.
 */
export async function buildDemo(folder: string): Promise<Show> {
  const unfinished = `${folder}.unfinished`;
  rmSync(unfinished, { recursive: true, force: true });
  mkdirSync(join(unfinished, 'media'), { recursive: true });
  const keep = (bytes: Uint8Array, ending: string): { id: string; bytes: number } => {
    const id = createHash('sha256').update(bytes).digest('hex');
    writeFileSync(join(unfinished, 'media', `${id}.${ending}`), bytes);
    return { id, bytes: bytes.length };
  };

  const media: Record<string, Media> = {};
  const sound = (bytes: Uint8Array, title: string): Media => {
    const { rate, channels, frames } = new WavReader(memoryBytes(bytes)).header;
    const seconds = Math.round((frames * RATE) / rate) / RATE;
    const one: Media = { ...keep(bytes, 'wav'), kind: 'sound', title, seconds, rate, channels, width: 0, height: 0, credit: CREDIT };
    return (media[one.id] = one);
  };

  const base = newShow('demo-rain-bed', 'The rain bed by the bike shed');
  const filmed = new Map<string, Media>();
  for (const { file, ending, kind, title, ...rest } of clips) {
    const bytes = new Uint8Array(readFileSync(join(__dirname, 'clips', `${file}.${ending}`)));
    const one: Media = { ...keep(bytes, ending), kind: kind as 'clip' | 'sound', title, ...rest, credit: CREDIT };
    media[one.id] = one;
    filmed.set(file, one);
  }
  const clip = (id: string, file: string, hold: number, gain: number): Clip => {
    const picture = newPicture(id, filmed.get(file)!, base.ownStart) as Clip;
    return { ...picture, from: 0.5, hold, own: { ...picture.own, gain, lead: 0.5, tail: 0.5 } };
  };

  const pictures: Picture[] = [];
  for (const [index, scene] of SCENES.entries()) {
    const bytes = await sharp(Buffer.from(svgOf(scene)))
      .jpeg({ quality: 84 })
      .toBuffer();
    const one: Media = {
      ...keep(bytes, 'jpg'),
      kind: 'photo',
      title: scene.name,
      seconds: 0,
      rate: 0,
      channels: 0,
      width: WIDTH,
      height: HEIGHT,
      credit: CREDIT,
    };
    media[one.id] = one;
    pictures.push({ ...newPicture(`picture-${index + 1}`, one, base.ownStart), hold: scene.hold });
    if (scene.name === 'Rain on the yard') pictures.push(clip('clip-roof', 'rain-on-the-roof', 5, -8));
    if (scene.name === 'First spadeful') pictures.push(clip('clip-spade', 'the-spade', 5, -4));
  }

  const bed: Part = { ...newPart('puddle-jump', FIRST_LANES.bed, sound(musicFile(), 'Puddle Jump')), gain: -7 };
  const voices = narrations().map(([name, bytes], index): Part => ({
    ...newPart(name, FIRST_LANES.voice, sound(bytes, name)),
    at: SPOKEN_AT[index]!,
  }));

  const show = readShow({ ...base, pictures, parts: [bed, ...voices], media });
  writeFileSync(join(unfinished, 'show.json'), JSON.stringify(show, null, 1));
  rmSync(folder, { recursive: true, force: true });
  renameSync(unfinished, folder);
  return show;
}

function narrations(): [string, Uint8Array][] {
  const folder = join(__dirname, 'narration');
  const names = readdirSync(folder)
    .filter((name) => name.endsWith('.wav'))
    .sort();
  return names.map((name) => [name.replace('.wav', ''), new Uint8Array(readFileSync(join(folder, name)))]);
}
