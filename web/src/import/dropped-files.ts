import type { BatchFile } from './batch.ts';

const listDirectory = async (folder: FileSystemDirectoryEntry): Promise<readonly FileSystemEntry[]> => {
  const reader = folder.createReader();
  const found: FileSystemEntry[] = [];
  // A reader gives some at a time, and none when there are no more.
  for (;;) {
    const some = await new Promise<FileSystemEntry[]>((resolve, reject) => reader.readEntries(resolve, reject));
    if (some.length === 0) return found;
    found.push(...some);
  }
};

const listEntry = async (entry: FileSystemEntry): Promise<readonly BatchFile[]> => {
  const path = entry.fullPath.replace(/^\//, '');
  if (entry.isFile) {
    const file = await new Promise<File>((resolve, reject) => (entry as FileSystemFileEntry).file(resolve, reject));
    return [{ path, file }];
  }
  const inside = await listDirectory(entry as FileSystemDirectoryEntry);
  return (await Promise.all(inside.map(listEntry))).flat();
};

/** The files of a list with their paths, as a chosen folder has them. */
export const listChosenFiles = (files: FileList): readonly BatchFile[] =>
  [...files].map((file) => ({ path: file.webkitRelativePath || file.name, file }));

/** What was dropped: files, and those in folders and folders in them. */
export const listDroppedFiles = async ({ items, files }: DataTransfer): Promise<readonly BatchFile[]> => {
  // Entries are only to be had before anything is waited for.
  const entries = [...items].flatMap((item) => item.webkitGetAsEntry() ?? []);
  const plain = listChosenFiles(files);
  if (!entries.some(({ isDirectory }) => isDirectory)) return plain;
  return (await Promise.all(entries.map(listEntry))).flat();
};
