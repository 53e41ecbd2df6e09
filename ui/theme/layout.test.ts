import { layoutFor } from './layout';

it.each([
  [390, 844, 1, 'phone'],
  [320, 568, 1, 'phone'],
  [844, 390, 1, 'sideways'],
  [568, 320, 1, 'sideways'],
  [834, 1112, 1, 'tablet'],
  [768, 1024, 1, 'tablet'],
  [1024, 768, 1, 'wide'],
  [1280, 800, 1, 'wide'],
  [1920, 1080, 1, 'wide'],
  // Text twice as large: half the room.
  [1280, 800, 2, 'sideways'],
  [390, 844, 2, 'phone'],
  [1920, 1080, 2, 'wide'],
] as const)('%i × %i with text %i times as large is %s', (width, height, em, layout) => {
  expect(layoutFor(width, height, em)).toBe(layout);
});
