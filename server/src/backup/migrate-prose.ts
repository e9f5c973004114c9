import {
  migrateTakeHeadline,
  message,
  migrateLadderPlan,
  migrateLogText,
  migratePracticeMethod,
  type LadderPlan,
} from '@fleet-wren/core';

/**
 * Practice as versions before 1.1 kept it, with English sentences in it, read as the codes that stand for them now: in
 * a database that is migrated and in a backup that is restored. What has another form is left to the check that
 * follows.
 */

type Fields = Readonly<Record<string, unknown>>;

const isRecord = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** A plan in codes. */
export const planInCodes = (plan: unknown): unknown =>
  isRecord(plan) && Array.isArray(plan.stages) && plan.stages.every(isRecord)
    ? migrateLadderPlan(plan as unknown as LadderPlan)
    : plan;

/** What is known of a student, the practice method as a code. */
export const aboutFromProse = (about: unknown): unknown =>
  isRecord(about) && 'way' in about ? { ...about, way: migratePracticeMethod(about.way) } : about;

/** What an event of the log holds: what the program said of a take as codes, what people wrote as they wrote it. */
export const bodyInCodes = (kind: unknown, body: unknown): Fields => {
  if (!isRecord(body)) return {};
  const { text, ...rest } = body;
  return kind === 'take' && typeof text === 'string' && body.said === undefined
    ? { ...rest, ...migrateLogText(text) }
    : body;
};

/** A headline in codes; of a sentence that is not known only that the take was analysed is left. */
export const headlineInCodes = (headline: unknown): unknown =>
  typeof headline === 'string' ? (migrateTakeHeadline(headline) ?? message('take.analysed')) : headline;

/** What an engine said of a take, its headline in codes. */
export const judgementInCodes = (judgement: unknown): unknown =>
  isRecord(judgement) ? { ...judgement, headline: headlineInCodes(judgement.headline) } : judgement;
