import { serve } from '../workers/serve';
import { alignStored } from './inside/align';
import { MixDesk } from './inside/desk';
import { fit, fitNear } from './inside/fitting';
import { closeUp, joinSounds, lineUp, readCuts, readSeam } from './inside/listening';

const desk = new MixDesk();

serve(self as unknown as Parameters<typeof serve>[0], {
  prepare: desk.prepare,
  render: desk.render,
  measure: desk.measure,
  over: desk.over,
  align: alignStored,
  joinSounds,
  closeUp,
  lineUp,
  fit,
  fitNear,
  readCuts,
  readSeam,
  write: desk.write,
});
