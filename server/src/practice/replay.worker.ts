import { threadOf } from '../common/worker-pool.ts';
import { replayLog, estimateAbility, type ReplayTask, type ReplayResult, type AbilityTask } from './replay-log.ts';

/** What a thread of the pool does with each task. */
export default threadOf((task: ReplayTask | AbilityTask): ReplayResult | null | ReturnType<typeof estimateAbility> =>
  'attempts' in task ? estimateAbility(task) : replayLog(task),
);
