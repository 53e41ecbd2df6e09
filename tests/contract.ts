import fc from 'fast-check';
import { EN } from '../words';
import { runs } from './budget';
import { faultOf, partEnd, redo, showSeconds, startHistory, undo, type History, type Show } from '../core/show';

/** Something that a person may do to a show, with its way back. */
export type Change = (history: History) => History;

/** What two documents say where their bytes first differ; null where they are the same to the byte. */
function differsAt(a: Show, b: Show): string[] | null {
  const [one, two] = [JSON.stringify(a), JSON.stringify(b)];
  if (one === two) return null;
  let at = 0;
  while (one[at] === two[at]) at += 1;
  return [one.slice(at - 60, at + 60), two.slice(at - 60, at + 60)];
}

/** What every edit promises: the show stays valid whatever is done to it, and undo and redo lead there and back byte for byte. */
export function keepsItsWord(show: Show, change: fc.Arbitrary<Change>, numRuns: number): void {
  fc.assert(
    fc.property(fc.array(change, { minLength: 1, maxLength: 200, size: 'max' }), (changes) => {
      const states = [startHistory(show)];
      for (const one of changes) {
        const next = one(states.at(-1)!);
        if (next !== states.at(-1)) states.push(next);
      }
      const end = states.at(-1)!;
      for (const state of states) {
        expect(faultOf(state.show)).toBeNull();
        // What was done can be said.
        for (const { name } of state.past.slice(-1)) expect(name.key in EN || `${name.key}_one` in EN).toBe(true);
        // As long as its pictures; where the sound leads, or there is nothing else, at least as long as that, or as was said.
        const { pictures, parts, alone = pictures.length === 0 ? 'sound' : 0 } = state.show;
        const shown = pictures.reduce((sum, one) => sum + one.hold, 0);
        const least = alone === 'sound' ? Math.max(0, ...parts.map(partEnd)) : alone;
        expect(showSeconds(state.show)).toBeCloseTo(Math.max(shown, least), 9);
      }
      let back = end;
      for (const state of [...states].reverse()) {
        expect(differsAt(back.show, state.show)).toBeNull();
        back = undo(back);
      }
      let forth = back;
      while (forth.future.length > 0) forth = redo(forth);
      expect(differsAt(forth.show, end.show)).toBeNull();
    }),
    { numRuns: runs(numRuns), includeErrorInReport: true },
  );
}
