/**
 * Whether a file of a folder is one of the system's: it, or a folder it is in, begins with a dot.
 * @example
 * isHiddenPath('songs/.cache/a.txt') // => true
 */
export const isHiddenPath = (path: string): boolean => path.split(/[\\/]/).some((part) => part.startsWith('.'));

/**
 * Puts files of a folder in the order a list shows them: by name, numbers by their value.
 * @example
 * compareFolderPaths('take 9', 'take 10') < 0 // => true
 */
export const compareFolderPaths = (a: string, b: string): number => a.localeCompare(b, undefined, { numeric: true });
