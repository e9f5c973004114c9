import {
  listCostItemsAround,
  listOtherDigits,
  listNeighbouringStrokes,
  substituteDigit,
} from '../pattern/substitute-digit.ts';
import { sumReportedSeverity } from './report-thresholds.ts';
import type { DiagnosticContext } from './diagnostic.ts';

/**
 * Whether another fingering would leave less to report around a stroke: with another finger on it, or without a pin
 * nearby. What no fingering avoids is how the notes lie, and nothing to review.
 */
export const isAvoidable = ({ pattern, task, digits, events }: DiagnosticContext, index: number): boolean => {
  const at = events.findIndex(({ strokes }) => strokes.includes(index));
  const event = events[at];
  if (!event) return false;
  if (listNeighbouringStrokes(task, events, at).some((stroke) => pattern.strokes[stroke]?.pin)) return true;
  const now = sumReportedSeverity(listCostItemsAround(task, events, digits, at));
  return listOtherDigits(task, event, digits, index).some(
    (finger) =>
      sumReportedSeverity(listCostItemsAround(task, events, substituteDigit(digits, index, finger), at)) < now - 1e-9,
  );
};
