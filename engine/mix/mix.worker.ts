import { serve } from '../workers/serve';
import { MixDesk } from './inside/desk';

const desk = new MixDesk();

serve(self as unknown as Parameters<typeof serve>[0], {
  prepare: desk.prepare,
  render: desk.render,
  measure: desk.measure,
  write: desk.write,
});
