export { chosenStrokes, type Transform } from './transform.ts';
export { displace } from './displace.ts';
