import { serve } from '../workers/serve';
import { Recorder } from './inside/recorder';

const { record, begin, finish, delay } = new Recorder();

serve(self as unknown as Parameters<typeof serve>[0], { record, begin, finish, delay });
