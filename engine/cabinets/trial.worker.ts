import { findCabinet } from './inside/trial';

void findCabinet().then((kind) => self.postMessage(kind));
