import { Hands, handsLine } from './hands';

it('work stands back while hands are told of, and goes on when nothing was for a while', async () => {
  const hands = new Hands();
  const line = handsLine()!;
  const resting = async () => {
    const since = performance.now();
    await hands.rest();
    return performance.now() - since;
  };
  expect(await resting()).toBeLessThan(100);
  line.postMessage(null);
  // Channels deliver in their own time.
  let stood = 0;
  for (let i = 0; i < 100 && stood < 100; i += 1) {
    await new Promise((done) => setTimeout(done, 5));
    stood = await resting();
  }
  expect(stood).toBeGreaterThan(100);
  expect(await resting()).toBeLessThan(100);
  hands.close();
  line.close();
});
