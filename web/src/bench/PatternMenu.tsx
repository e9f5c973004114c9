import { say } from '@fleet-wren/wording';
import { useState } from 'react';
import { Dropdown } from 'react-bootstrap';
import { IsolateDialog } from './IsolateDialog.tsx';
import { TagsDialog } from './TagsDialog.tsx';
import { VaryDialog } from './VaryDialog.tsx';
import type { Pattern } from '@fleet-wren/core';
import { patternRepository } from '../api/patterns.ts';
import { Preview } from '../parts/preview/Preview.tsx';
import { VersionHistoryDialog } from '../workspace/VersionHistoryDialog.tsx';
import { useBenchStore } from './context.ts';
import { differences } from './PatternState.tsx';

type Shown = 'vary' | 'isolate' | 'versions' | 'tags' | null;

/** What else can be done with the pattern as a whole. */
export const PatternMenu = () => {
  const bench = useBenchStore();
  const [shown, setShown] = useState<Shown>(null);
  const hide = (): void => setShown(null);
  return (
    <>
      <Dropdown align="end">
        <Dropdown.Toggle variant="quiet" size="sm">
          {say('common.edit')}
        </Dropdown.Toggle>
        <Dropdown.Menu>
          <Dropdown.Item onClick={() => setShown('vary')}>{say('bench.vary-more')}</Dropdown.Item>
          <Dropdown.Item onClick={() => setShown('isolate')}>{say('bench.hard-spots-as-drills-more')}</Dropdown.Item>
          <Dropdown.Item onClick={() => setShown('versions')}>{say('common.versions-more')}</Dropdown.Item>
          <Dropdown.Item onClick={() => setShown('tags')}>{say('bench.tags-and-sets-more')}</Dropdown.Item>
        </Dropdown.Menu>
      </Dropdown>
      {shown === 'vary' && <VaryDialog hide={hide} />}
      {shown === 'isolate' && <IsolateDialog hide={hide} />}
      {shown === 'versions' && (
        <VersionHistoryDialog
          store={bench}
          records={patternRepository}
          documentIn={(answer) => (answer as { readonly pattern: Pattern }).pattern}
          differences={differences}
          show={(pattern) => <Preview pattern={pattern} />}
          hide={hide}
        />
      )}
      {shown === 'tags' && <TagsDialog hide={hide} />}
    </>
  );
};
