import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { clickSong, clip, coded, photo, song } from '../../e2e/media';
import { bring, showFile, showWith, zipOf } from '../../e2e/work';
import { timelineOf } from '../../core/papers';
import { sayPhrase } from '../../words';
import { newPicture } from '../../core/show/edits';
import { firstOwnStart } from '../../core/show/newShow';

const CODINGS: readonly (readonly [ending: string, ...options: string[]])[] = [
  ['flac'],
  ['mp3', '-b:a', '192k'],
  ['ogg', '-c:a', 'libvorbis'],
  ['opus', '-c:a', 'libopus'],
  ['m4a', '-c:a', 'aac'],
];

/** What the rounds work with, and the files that are damaged: all made here. */
export async function material() {
  const folder = mkdtempSync(join(tmpdir(), 'rain-bed-torture-'));
  const red = await photo('red.jpg', '#b03030');
  const picture = bring(red, { kind: 'photo', width: 640, height: 480 }, 'Red');
  const show = showWith({ pictures: [newPicture('red', picture.media, firstOwnStart())] }, [picture]);
  const media = [
    ...CODINGS.map(([ending, ...options]) => coded(ending, ...options)),
    ...[clickSong(6), clip('mov'), red, await photo('green.png', '#30a050'), await photo('blue.webp', '#3050b0')],
    song('engines', { tempo: 112, beats: 4, style: 'band', form: 'ABAB', bars: 8 }),
  ];
  const work = showFile(show, [picture], join(folder, 'torture.zip'));
  // Packed by another program, and as a timeline: what is inside is changed at other places then.
  const packed = zipOf(
    { 'show.json': JSON.stringify(show), [`media/${picture.media.id}`]: readFileSync(red) },
    join(folder, 'packed.zip'),
    true,
  );
  const timeline = join(folder, 'torture.otio');
  writeFileSync(timeline, timelineOf(show, new Map(), sayPhrase));
  return { photo: red, song: clickSong(16), work, media, works: [work, packed, timeline] };
}
