import { serve } from '../workers/serve';
import { PlayDesk } from './inside/playing';

const desk = new PlayDesk();

serve(self as unknown as Parameters<typeof serve>[0], { prepare: desk.prepare, relevel: desk.relevel, render: desk.render });
