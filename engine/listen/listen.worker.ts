import { serve } from '../workers/serve';
import { still, strip } from './inside/strip';
import { hear } from './inside/hear';
import { profile } from './inside/profile';
import { take } from './inside/take';

serve(self as unknown as Parameters<typeof serve>[0], { take, strip, still, hear, profile });
