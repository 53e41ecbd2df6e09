import { Failure } from '../../core/failure';
import { Breath } from './breath';
import type { Desk } from './serve';

/** Runs work that yields the share done to its end, yielding to the event loop between, so that it can be cancelled. @throws Failure `cancelled`. */
export async function finished<T>(work: Generator<number, T>, desk: Desk): Promise<T> {
  const breath = new Breath();
  let step = work.next();
  while (!step.done) {
    desk.progress(step.value);
    await breath.take();
    if (desk.signal.aborted) throw new Failure('cancelled');
    step = work.next();
  }
  return step.value;
}
