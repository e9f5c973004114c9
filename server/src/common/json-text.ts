/** How an answer is marked that is JSON text already. */
export const JSON_TEXT = ['content-type', 'application/json; charset=utf-8'] as const;
