/** A name that any file system takes. */
export const toFileName = (name: string): string =>
  name
    .normalize('NFKD')
    .replace(/[^\w\s-]/g, '')
    .trim()
    .replace(/\s+/g, '-')
    .toLowerCase() || 'pattern';

/** Hands a file to the browser to be kept. */
export const downloadFile = (name: string, content: BlobPart, type: string): void => {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob([content], { type }));
  link.download = name;
  link.click();
  // Revoked once the browser has taken the file up.
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
};
