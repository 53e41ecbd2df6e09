import { serve } from '../workers/serve';
import { still, strip } from './inside/strip';
import { hear } from './inside/hear';
import { profile } from './inside/profile';
import { fetchSound } from './inside/fetched';
import { take } from './inside/take';

serve(self as unknown as Parameters<typeof serve>[0], { take, fetchSound, strip, still, hear, profile });
