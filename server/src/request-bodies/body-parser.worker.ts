import { threadOf } from '../common/worker-pool.ts';
import { parseBody } from './parse-body.ts';

/** What the thread that reads large bodies does with each. */
export default threadOf(parseBody);
