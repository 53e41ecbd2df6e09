import { work } from '../cabinets/inside/worker';
import { Painter } from './inside/painter';

const painter = new Painter();

work({
  attach: painter.attach,
  size: painter.size,
  scene: painter.show,
  paint: painter.paint,
});
