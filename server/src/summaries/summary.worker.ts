import { summarise } from './work.ts';

/** What a thread of the pool does with each task. */
export default summarise;
