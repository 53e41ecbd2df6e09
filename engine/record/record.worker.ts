import { work } from '../cabinets/inside/worker';
import { Recorder } from './inside/recorder';

const { record, begin, finish, delay } = new Recorder();

work({ record, begin, finish, delay });
