import { serve } from '../workers/serve';
import { film, still } from './inside/film';
import { hear } from './inside/hear';
import { profile } from './inside/profile';
import { take } from './inside/take';

serve(self as unknown as Parameters<typeof serve>[0], { take, film, still, hear, profile });
