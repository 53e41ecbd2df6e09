import { serve } from '../workers/serve';
import { Painter } from './inside/painter';

const painter = new Painter();

serve(self as unknown as Parameters<typeof serve>[0], {
  attach: painter.attach,
  size: painter.size,
  scene: painter.show,
  paint: painter.paint,
});
