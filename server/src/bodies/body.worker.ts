import { threadOf } from '../common/thread-pool.ts';
import { readBody } from './read-body.ts';

/** What the thread that reads large bodies does with each. */
export default threadOf(readBody);
