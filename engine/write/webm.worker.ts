import { WebMOutputFormat } from 'mediabunny';
import { work } from '../cabinets/inside/worker';
import { filmWriter } from './inside/film';

work(
  filmWriter({
    name: 'WebM',
    format: () => new WebMOutputFormat(),
    pictures: ['vp9', 'vp8'],
    sound: 'opus',
    ready: async () => undefined,
    late: () => 0,
  }),
);
