import { Hands, handsLine } from './hands';

it('work stands back while hands are told of, and goes on 300 ms after the last word of them', async () => {
  let now = 1000;
  const waited: number[] = [];
  const line = handsLine()!;
  // Another word of them comes during the first wait.
  let more = 1;
  const hands = new Hands({
    now: () => now,
    async wait(milliseconds) {
      waited.push(milliseconds);
      if (more-- > 0) {
        now += 100;
        await told();
        now += milliseconds - 100;
      } else now += milliseconds;
    },
  });
  const heard = handsLine()!;
  /** Settles once a word of hands has come to everybody who listens: channels deliver in their own time, in the order they were made. */
  const told = () =>
    new Promise<void>((done) => {
      heard.onmessage = () => setImmediate(done);
      line.postMessage(null);
    });
  await hands.rest();
  expect(waited).toEqual([]);
  await told();
  await hands.rest();
  expect(waited).toEqual([300, 100]);
  expect(now).toBe(1400);
  await hands.rest();
  expect(waited).toHaveLength(2);
  for (const one of [hands, line, heard]) one.close();
});
