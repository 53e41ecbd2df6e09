import { serve } from '../workers/serve';
import { alignStored } from './inside/align';
import { MixDesk } from './inside/desk';

const desk = new MixDesk();

serve(self as unknown as Parameters<typeof serve>[0], {
  prepare: desk.prepare,
  render: desk.render,
  measure: desk.measure,
  align: alignStored,
  write: desk.write,
});
