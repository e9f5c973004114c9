/** Whether an error is the database's refusal of something that has to be there once only. */
export const isUniqueViolation = (error: unknown): boolean => (error as { code?: unknown } | null)?.code === '23505';
