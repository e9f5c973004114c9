import { PATTERN_LIMITS, SONG_LIMITS, type LibraryImport, type LibraryKind } from '@fleet-wren/core';
import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useState } from 'react';
import { wordsOf } from '../api/api-error.ts';
import { callApi } from '../api/http-client.ts';
import { patternRepository } from '../api/patterns.ts';
import { songRepository } from '../api/songs.ts';
import { createRow, listRowsToSave, withReading, withTag, type BatchFile, type BatchRow } from './batch.ts';
import { findTwin } from './find-twin.ts';
import { readForLibrary } from './read-source.ts';

const keep = async (item: LibraryImport, tag: string): Promise<string> => {
  const tagged = withTag(item, tag, Math.min(PATTERN_LIMITS.tags, SONG_LIMITS.tags));
  const kept =
    tagged.kind === 'pattern'
      ? await patternRepository.create(tagged.pattern)
      : await songRepository.create(tagged.song);
  return kept.id;
};

const remove = ({ read, savedAs = '' }: BatchRow): Promise<unknown> =>
  read?.ok && read.value.kind === 'song'
    ? callApi('DELETE /songs/:id', { params: { id: savedAs } })
    : callApi('DELETE /patterns/:id', { params: { id: savedAs } });

type ChangeRow = (path: string, change: (row: BatchRow) => BatchRow) => void;

/** Reads the files of a batch one after another, until they are all read or nobody looks any more. */
const useReading = (files: readonly BatchFile[], change: ChangeRow): void => {
  useEffect(() => {
    let left = false;
    const read = async (): Promise<void> => {
      for (const [index, { path, file }] of files.entries()) {
        const twin = await findTwin(file, files.slice(0, index));
        const reading = await readForLibrary(file);
        if (left) return;
        change(path, (row) => withReading(row, reading, twin?.path));
      }
    };
    void read();
    return () => {
      left = true;
    };
  }, [files, change]);
};

/** Some files that are imported at once: read, chosen, kept, and taken back. */
export const useBatch = (files: readonly BatchFile[]) => {
  const [rows, setRows] = useState(() => files.map(createRow));
  const [isSaving, setIsSaving] = useState(false);
  const client = useQueryClient();
  const change = useCallback<ChangeRow>(
    (path, how) => setRows((all) => all.map((row) => (row.path === path ? how(row) : row))),
    [],
  );
  useReading(files, change);

  const refresh = (): Promise<unknown> =>
    Promise.all(['patterns', 'songs'].map((list) => client.invalidateQueries({ queryKey: [list] })));
  const choose = (path: string, isChosen: boolean): void => change(path, (row) => ({ ...row, isChosen }));
  const chooseKind = async ({ path, file, twin }: BatchRow, wanted: LibraryKind): Promise<void> => {
    change(path, (row) => ({ ...row, wanted, read: null }));
    const reading = await readForLibrary(file, wanted);
    change(path, (row) => withReading(row, reading, twin));
  };
  const save = async (tag: string): Promise<void> => {
    setIsSaving(true);
    for (const { path, read } of listRowsToSave(rows)) {
      if (!read?.ok) continue;
      await keep(read.value, tag).then(
        (savedAs) => change(path, ({ error: _gone, ...row }) => ({ ...row, savedAs })),
        (error: unknown) => change(path, (row) => ({ ...row, error: wordsOf(error) })),
      );
    }
    setIsSaving(false);
    await refresh();
  };
  const undo = async (): Promise<void> => {
    setIsSaving(true);
    for (const row of rows.filter(({ savedAs }) => savedAs !== undefined)) {
      await remove(row).then(
        () => change(row.path, ({ savedAs: _gone, ...one }) => one),
        (error: unknown) => change(row.path, (one) => ({ ...one, error: wordsOf(error) })),
      );
    }
    setIsSaving(false);
    await refresh();
  };
  return { rows, isSaving, choose, chooseKind, save, undo };
};
