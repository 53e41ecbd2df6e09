export { blackAt, comingUp, layersAt, sceneOf, type Layer, type Scene } from './layers';
export { frameWithin, framed, ratioOf, type Box, type Framed } from './framing';
export { filmBox, filmIndex, filmOf, filmTime, type Film } from './film';
