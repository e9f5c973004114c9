import { itemsAround, otherFingers, strokesNear, withFinger } from '../substitutes.ts';
import { reportedOf } from './felt.ts';
import type { DiagnosticContext } from '../diagnostics/diagnostic.ts';

/**
 * Whether another fingering would leave less to report around a stroke: with another finger on it, or without a pin
 * nearby. What no fingering avoids is how the notes lie, and nothing to review.
 */
export const isAvoidable = ({ pattern, task, digits, events }: DiagnosticContext, index: number): boolean => {
  const at = events.findIndex(({ strokes }) => strokes.includes(index));
  const event = events[at];
  if (!event) return false;
  if (strokesNear(task, events, at).some((stroke) => pattern.strokes[stroke]?.pin)) return true;
  const now = reportedOf(itemsAround(task, events, digits, at));
  return otherFingers(task, event, digits, index).some(
    (finger) => reportedOf(itemsAround(task, events, withFinger(digits, index, finger), at)) < now - 1e-9,
  );
};
