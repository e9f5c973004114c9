import { threadOf } from '../common/thread-pool.ts';
import { fold, hearHand, type FoldTask, type Folded, type HandTask } from './fold.ts';

/** What a thread of the pool does with each task. */
export default threadOf((task: FoldTask | HandTask): Folded | null | ReturnType<typeof hearHand> =>
  'attempts' in task ? hearHand(task) : fold(task),
);
