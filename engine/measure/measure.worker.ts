import { work } from '../cabinets/inside/worker';
import { alignStored } from './inside/align';
import { readCuts } from './inside/cuts';
import { measure, over, write } from './inside/measuring';

work({ measure, over, align: alignStored, readCuts, write });
