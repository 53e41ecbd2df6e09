/**
 * How much later than its clock says the sound of a context is heard, seconds; 0 where the engine does not say.
 *
 * `outputLatency` is not asked of every engine. There is one that asks the sound server at that very moment, with the lock held that the sound's own
 * thread needs, while the server waits for that thread: each waits for the other from then on, and the page never answers again. No feature
 * tells this fault; but an engine that lets a page choose its output, or say what its sound is for, has the figure at hand. Elsewhere it is
 * what the context itself takes, and a recording can be measured.
 */
export function lateness(context: AudioContext): number {
  const atHand = 'setSinkId' in context || (typeof navigator !== 'undefined' && 'audioSession' in navigator);
  return (atHand && context.outputLatency) || context.baseLatency || 0;
}
