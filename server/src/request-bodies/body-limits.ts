/** Values a request may hold besides its documents: far more than any form, far less than would take time. */
const MOST_VALUES = 2_000;

/** Items of a list that a request may hold. */
const MOST_ITEMS = 200;

/** Fields that hold documents, which core checks itself. */
const DOCUMENTS: ReadonlySet<string> = new Set(['pattern', 'patterns', 'song']);

const isObject = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null;

/** Whether there are more values in something than may be, documents left aside. Stops as soon as that is known. */
const isTooMuch = (value: unknown): boolean => {
  const waiting: unknown[] = [value];
  let count = 0;
  for (let one = waiting.pop(); one !== undefined || waiting.length > 0; one = waiting.pop()) {
    if (!isObject(one)) continue;
    for (const key in one) {
      count += 1;
      if (count > MOST_VALUES) return true;
      if (!DOCUMENTS.has(key)) waiting.push(one[key]);
    }
  }
  return false;
};

const isTooLong = (body: unknown): boolean =>
  isObject(body) && Array.isArray(body.patterns) && body.patterns.length > MOST_ITEMS;

/** Whether a request holds more than any may. */
export const isOverBodyLimits = (body: unknown): boolean => isTooLong(body) || isTooMuch(body);
