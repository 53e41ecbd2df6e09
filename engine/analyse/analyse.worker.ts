import { serve } from '../workers/serve';
import { fit, fitNear } from './inside/fitting';
import { closeUp, joinSounds, lineUp, readSeam } from './inside/listening';

serve(self as unknown as Parameters<typeof serve>[0], { joinSounds, closeUp, lineUp, readSeam, fit, fitNear });
