export { blackAt, comingUp, layersAt, sceneOf, type Layer, type Scene, type Seen } from './layers';
export { frameWithin, framed, ratioOf, type Box, type Framed } from './framing';
export { stripBox, stripIndex, stripOf, stripOn, stripTime, type FrameStrip } from './strip';
export { FILM_RATE, filmFrames, filmSteps, type FilmStep } from './frames';
export { FILM_SIZES, filmSize, type FilmSize } from './sizes';
