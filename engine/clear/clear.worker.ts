import { work } from '../cabinets/inside/worker';
import { clear } from './inside/clear';

work({ clear });
