export { askedOf, type Asked, type AskedStroke } from './asked.ts';
export { PLAYERS, playAs, type Performance, type PlayedStroke, type PlayerBeing } from './player.ts';
export { renderTake, type Recording } from './render.ts';
export { resampled } from './resample.ts';
export { TAKE } from './estimates.ts';
export { hearTake, type ExtraStroke, type HeardStroke, type HeardTake } from './hear.ts';
