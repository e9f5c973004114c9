import { LARGEST_FILE, problem, readPatternFile, sentence, valueOrThrow, type Pattern } from '@fleet-wren/core';
import { useRef, type ChangeEvent } from 'react';
import { Button } from 'react-bootstrap';
import { useCreatePattern } from '../api/patterns.ts';
import { wordsOf } from '../api/client.ts';
import { useNotice } from '../app/Notice.tsx';

const readFile = async (file: File): Promise<Pattern> => {
  // Told by its size, so that a huge file is refused without being read.
  if (file.size > 4 * LARGEST_FILE)
    throw new Error(sentence(problem('too-large', { value: `${(file.size / 1e6).toFixed(0)} MB`, most: `${LARGEST_FILE / 1e6} million characters` })));
  return valueOrThrow(readPatternFile(await file.text()));
};

/** Brings a pattern in from a Fleet Wren file. */
export const ImportButton = ({ onOpened }: { readonly onOpened: (id: string) => void }) => {
  const input = useRef<HTMLInputElement>(null);
  const create = useCreatePattern();
  const notice = useNotice();
  const take = async ({ target }: ChangeEvent<HTMLInputElement>): Promise<void> => {
    const file = target.files?.[0];
    target.value = '';
    if (!file) return;
    try {
      onOpened((await create.mutateAsync(await readFile(file))).id);
    } catch (error) {
      notice({ text: `${file.name}: ${wordsOf(error)}` });
    }
  };
  return (
    <>
      <input ref={input} type="file" accept=".json,application/json" hidden aria-label="Fleet Wren file" onChange={(event) => void take(event)} />
      <Button variant="quiet" onClick={() => input.current?.click()}>
        Bring in a file
      </Button>
    </>
  );
};
