import { WavWriter } from '../../../core/files';
import { FakeFiles, asBlob } from '../../../tests/opfs';
import { noise } from '../../../tests/tones';
import { keptProfile } from '../../media/profiles';
import { profile } from './profile';
import { take } from './take';

it('uses a profile that the disk has no room for, and keeps the next one', async () => {
  const files = new FakeFiles();
  files.install();
  const desk = { signal: new AbortController().signal, progress: () => undefined };
  const writer = new WavWriter('float32');
  const samples = noise(48_000 * 2, 4).map((value) => value * 0.2);
  const file = asBlob(Buffer.concat([writer.header(48_000), writer.encode(samples, 48_000)]));
  const { media } = await take({ file, name: 'a.wav', want: 'sound' }, desk);
  // What lies there fits, and nothing more.
  files.quota = 0;
  const found = await profile({ media: media.id }, desk);
  expect(found.power.length).toBe(100);
  expect(await keptProfile(media.id)).toBeNull();
  expect(files.open).toBe(0);
  files.quota = Infinity;
  await profile({ media: media.id }, desk);
  expect((await keptProfile(media.id))?.power.length).toBe(100);
});
