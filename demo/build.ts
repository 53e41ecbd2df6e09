import { readFileSync, readdirSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { FIRST_LANES, newShow, readShow, type Clip, type Media, type Part, type Picture, type Show } from '../core/show';
import { newPart, newPicture } from '../core/show/edits';
import { CREDIT, DemoMedia, thinningOut } from './media';
import clips from './clips/clips.json';
import { performMusic } from './music/perform';
import { SCENES, svgOf } from './pictures/scenes';
import { HEIGHT, WIDTH } from './pictures/shapes';
import { radioShow } from './radio/build';

/** Where the four narrations begin, seconds of the show: the music has two seconds alone first (common practice). */
const SPOKEN_AT = [2.5, 27.5, 53, 81];

/**
 * Makes the demo shows into a folder: `show.json`, `radio.json` and `media/<id>.<ending>`. The folder appears only when it is whole.
 * The same program gives the same bytes.
 */
export async function buildDemo(folder: string): Promise<Show> {
  const unfinished = `${folder}.unfinished`;
  rmSync(unfinished, { recursive: true, force: true });
  const shelf = new DemoMedia(join(unfinished, 'media'));
  const base = newShow('demo-rain-bed', 'The rain bed by the bike shed');
  const filmed = new Map<string, Media>();
  for (const { file, ending, kind, title, ...rest } of clips) {
    const bytes = new Uint8Array(readFileSync(join(__dirname, 'clips', `${file}.${ending}`)));
    const one = shelf.add({ ...shelf.keep(bytes, ending), kind: kind as 'clip' | 'sound', title, ...rest, credit: CREDIT });
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
    const one = shelf.add({
      ...shelf.keep(bytes, 'jpg'),
      kind: 'photo',
      title: scene.name,
      seconds: 0,
      rate: 0,
      channels: 0,
      width: WIDTH,
      height: HEIGHT,
      credit: CREDIT,
    });
    pictures.push({ ...newPicture(`picture-${index + 1}`, one, base.ownStart), hold: scene.hold });
    if (scene.name === 'Rain on the yard') pictures.push(clip('clip-roof', 'rain-on-the-roof', 5, -8));
    if (scene.name === 'First spadeful') pictures.push(clip('clip-spade', 'the-spade', 5, -4));
  }

  const music = performMusic();
  const bed: Part = { ...newPart('puddle-jump', FIRST_LANES.bed, shelf.piece(music.whole, music.layers, 'Puddle Jump')), gain: -7 };
  const voices = narrations('narration').map(([name, bytes], index): Part => ({
    ...newPart(name, FIRST_LANES.voice, shelf.sound(bytes, name)),
    at: SPOKEN_AT[index]!,
  }));

  const show = readShow(thinningOut({ ...base, pictures, parts: [bed, ...voices], media: shelf.media }));
  writeFileSync(join(unfinished, 'show.json'), JSON.stringify(show, null, 1));
  const radio = radioShow(new DemoMedia(join(unfinished, 'media')), narrations('radio'));
  writeFileSync(join(unfinished, 'radio.json'), JSON.stringify(radio, null, 1));
  rmSync(folder, { recursive: true, force: true });
  renameSync(unfinished, folder);
  return show;
}

/** The recordings of a folder, in the order in which they are spoken. */
function narrations(of: 'narration' | 'radio'): [string, Uint8Array][] {
  const folder = join(__dirname, of);
  const names = readdirSync(folder)
    .filter((name) => name.endsWith('.wav'))
    .sort();
  return names.map((name) => [name.replace('.wav', ''), new Uint8Array(readFileSync(join(folder, name)))]);
}
