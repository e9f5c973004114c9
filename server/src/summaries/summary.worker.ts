import { threadOf } from '../common/worker-pool.ts';
import { summarisePattern } from './summarise-pattern.ts';

/** What a thread of the pool does with each task. */
export default threadOf(summarisePattern);
