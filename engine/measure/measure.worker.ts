import { serve } from '../workers/serve';
import { alignStored } from './inside/align';
import { readCuts } from './inside/cuts';
import { measure, over, write } from './inside/measuring';

serve(self as unknown as Parameters<typeof serve>[0], { measure, over, align: alignStored, readCuts, write });
