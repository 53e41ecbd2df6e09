import { work } from '../cabinets/inside/worker';
import { PlayDesk } from './inside/playing';

const desk = new PlayDesk();

work({ prepare: desk.prepare, relevel: desk.relevel, render: desk.render });
