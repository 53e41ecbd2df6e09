import { FakeFiles } from '../../../tests/opfs';
import { Known, named } from './known';

let files: FakeFiles;
beforeEach(() => {
  files = new FakeFiles();
  files.install();
});

it('is found again by the same code, number for number', async () => {
  const known = await Known.read('a', 'loudness');
  const [one, two] = [Float32Array.of(0.1, -2, 3e-20), new Float32Array(0)];
  known.set('one', one);
  known.set('two', two);
  await known.write();
  const again = await Known.read('a', 'loudness');
  expect(again.get('one')).toEqual(one);
  expect(again.get('two')).toEqual(two);
  expect((await Known.read('b', 'loudness')).get('one')).toBeUndefined();
  expect((await Known.read('a', 'over')).get('one')).toBeUndefined();
});

it('what cannot be read, or other code has measured, is not known', async () => {
  const known = await Known.read('a', 'loudness');
  known.set('one', Float32Array.of(1, 2, 3));
  await known.write();
  const bytes = files.bytes('measured', 'a.loudness').slice();
  const after = async (change: (copy: Uint8Array) => Uint8Array) => {
    files.put('measured', 'a.loudness', change(bytes.slice()));
    return (await Known.read('a', 'loudness')).get('one');
  };
  const text = Buffer.from(bytes).indexOf('"code":"') + 8;
  expect(await after((copy) => copy)).toEqual(Float32Array.of(1, 2, 3));
  expect(await after((copy) => copy.fill(0x21, text, text + 2))).toBeUndefined();
  for (let length = 0; length < bytes.length; length += 1) expect(await after((copy) => copy.slice(0, length))).toBeUndefined();
});

it('forgets what no question was about for a while, and keeps what an undo brings back', async () => {
  const known = await Known.read('a', 'loudness');
  known.set('before', Float32Array.of(1));
  for (let i = 0; i < 4; i += 1) known.ask();
  expect(known.get('before')).toBeDefined();
  for (let i = 0; i < 5; i += 1) known.ask();
  expect(known.get('before')).toBeUndefined();
  await known.write();
});

it('gives short names that differ where what is asked for differs', () => {
  const texts = Array.from({ length: 50 }, (_, i) => ({ from: 0, to: 1, text: `${'x'.repeat(2000)}${i}` }));
  const names = named(texts).map(({ text }) => text);
  expect(new Set(names).size).toBe(50);
  expect(Math.max(...names.map((name) => name.length))).toBe(64);
});
