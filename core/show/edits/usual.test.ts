import fc from 'fast-check';
import { showOf, withClip } from '../../../tests/shows';
import { LIMITS } from '../limits';
import { newCard, usualTimes } from '.';

it('gives a card the time and the dissolve that most photos have, whatever clips and cards are among them', () => {
  fc.assert(
    fc.property(fc.array(fc.constantFrom(2, 3.5, 5, 8), { minLength: 1, maxLength: 9 }), fc.constantFrom(0, 0.5, 1), (holds, dissolve) => {
      const { pictures } = withClip(showOf(holds), 0, 20, { hold: 20 });
      const photos = pictures.map((one) => (one.kind === 'photo' ? { ...one, dissolve } : one));
      const usual = usualTimes([...photos, newCard('card', '#102030', 'x', { hold: 77, dissolve: 7 })]);
      const count = (hold: number) => holds.filter((one) => one === hold).length;
      expect(count(usual.hold)).toBe(Math.max(...holds.map(count)));
      expect(usual.dissolve).toBe(dissolve);
      expect(newCard('card', '#102030', 'x', usual)).toMatchObject(usual);
    }),
  );
  expect(usualTimes([])).toEqual({ hold: LIMITS.hold.start, dissolve: LIMITS.dissolve.start });
});
