import { threadOf } from '../common/worker-pool.ts';
import { buildDemo, type DemoContent } from './build.ts';

/** What a thread does to make a demo. */
export default threadOf((now: number): DemoContent => buildDemo(now));
