import { useState } from 'react';
import { Dropdown } from 'react-bootstrap';
import { IsolateDialog } from './IsolateDialog.tsx';
import { TagsDialog } from './TagsDialog.tsx';
import { VaryDialog } from './VaryDialog.tsx';
import { VersionsDialog } from './VersionsDialog.tsx';

type Shown = 'vary' | 'isolate' | 'versions' | 'tags' | null;

/** What else can be done with the pattern as a whole. */
export const PatternMenu = () => {
  const [shown, setShown] = useState<Shown>(null);
  const hide = (): void => setShown(null);
  return (
    <>
      <Dropdown align="end">
        <Dropdown.Toggle variant="quiet" size="sm">
          Work on it
        </Dropdown.Toggle>
        <Dropdown.Menu>
          <Dropdown.Item onClick={() => setShown('vary')}>Vary …</Dropdown.Item>
          <Dropdown.Item onClick={() => setShown('isolate')}>Hardest spots alone …</Dropdown.Item>
          <Dropdown.Item onClick={() => setShown('versions')}>Versions …</Dropdown.Item>
          <Dropdown.Item onClick={() => setShown('tags')}>Tags and sets …</Dropdown.Item>
        </Dropdown.Menu>
      </Dropdown>
      {shown === 'vary' && <VaryDialog hide={hide} />}
      {shown === 'isolate' && <IsolateDialog hide={hide} />}
      {shown === 'versions' && <VersionsDialog hide={hide} />}
      {shown === 'tags' && <TagsDialog hide={hide} />}
    </>
  );
};
