import { WebMOutputFormat } from 'mediabunny';
import { serve } from '../workers/serve';
import { filmWriter } from './inside/film';

serve(
  self as unknown as Parameters<typeof serve>[0],
  filmWriter({
    name: 'WebM',
    format: () => new WebMOutputFormat(),
    pictures: ['vp9', 'vp8'],
    sound: 'opus',
    ready: async () => undefined,
    late: () => 0,
  }),
);
