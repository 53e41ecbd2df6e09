import { work } from '../cabinets/inside/worker';
import { still, strip } from './inside/strip';
import { hear } from './inside/hear';
import { profile } from './inside/profile';
import { fetchSound } from './inside/fetched';
import { take } from './inside/take';

work({ take, fetchSound, strip, still, hear, profile });
