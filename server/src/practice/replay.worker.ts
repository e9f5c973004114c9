import { threadOf } from '../common/worker-pool.ts';
import { countAttempts, estimateAbility, replayLog, type LogTask, type LogTaskResult } from './replay-log.ts';

const work = (task: LogTask): LogTaskResult => {
  if ('counted' in task) return countAttempts(task);
  return 'attempts' in task ? estimateAbility(task) : replayLog(task);
};

/** What a thread of the pool does with each task. */
export default threadOf(work);
