import { threadOf } from '../common/thread-pool.ts';
import { summarise } from './work.ts';

/** What a thread of the pool does with each task. */
export default threadOf(summarise);
