import { work } from '../cabinets/inside/worker';
import { fit, fitNear } from './inside/fitting';
import { closeUp, joinSounds, lineUp, readSeam } from './inside/listening';

work({ joinSounds, closeUp, lineUp, readSeam, fit, fitNear });
