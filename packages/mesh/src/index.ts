export { meshMass } from './meshMass.js';
export { pieceMesh } from './pieceMesh.js';
