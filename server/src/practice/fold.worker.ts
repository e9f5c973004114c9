import { fold } from './fold.ts';

/** What a thread of the pool does with each task. */
export default fold;
