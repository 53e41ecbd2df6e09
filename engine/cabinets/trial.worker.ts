import { findCabinet } from './inside/trial';

// Its name says what the page may open.
void findCabinet(self.name.split(',')).then((kind) => self.postMessage(kind));
