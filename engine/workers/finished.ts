import { Failure } from '../../core/failure';
import { Breath } from './breath';
import type { Hands } from './hands';
import type { Desk } from './serve';

/**
 * Runs work that yields the share done to its end, yielding to the event loop between, so that it can be cancelled. @throws Failure `cancelled`.
 * @param hands it stands back for.
 */
export async function finished<T>(work: Generator<number, T>, desk: Desk, hands: Hands | null = null): Promise<T> {
  const breath = new Breath();
  let step = work.next();
  while (!step.done) {
    desk.progress(step.value);
    await breath.take();
    await hands?.rest();
    if (desk.signal.aborted) throw new Failure('cancelled');
    step = work.next();
  }
  return step.value;
}
