import { clickSong, clip, coded, photo, song } from '../../e2e/media';
import { bring, showFile, showWith } from '../../e2e/work';
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
  const red = await photo('red.jpg', '#b03030');
  const picture = bring(red, { kind: 'photo', width: 640, height: 480 }, 'Red');
  const show = showWith({ pictures: [newPicture('red', picture.media, firstOwnStart())] }, [picture]);
  const files = [
    ...CODINGS.map(([ending, ...options]) => coded(ending, ...options)),
    ...[clickSong(6), clip('mov'), red, await photo('green.png', '#30a050'), await photo('blue.webp', '#3050b0')],
    song('engines', { tempo: 112, beats: 4, style: 'band', form: 'ABAB', bars: 8 }),
  ];
  return { photo: red, song: clickSong(16), work: showFile(show, [picture], '.cache/e2e/torture.zip'), files };
}
