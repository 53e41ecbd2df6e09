import { serve } from '../workers/serve';
import { clear } from './inside/clear';

serve(self as unknown as Parameters<typeof serve>[0], { clear });
