/** A cell that a spreadsheet would take for a formula is written as text. */
export const spreadsheetCell = (text: string): string => (/^[=+\-@\t]/.test(text) ? `'${text}` : text);
