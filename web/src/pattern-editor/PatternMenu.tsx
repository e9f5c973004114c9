import { say } from '@fleet-wren/wording';
import { useState } from 'react';
import { Dropdown } from 'react-bootstrap';
import { Link } from 'react-router';
import { HardSpotDrillsDialog } from './HardSpotDrillsDialog.tsx';
import { TagsDialog } from './TagsDialog.tsx';
import { TransformDialog } from './TransformDialog.tsx';
import { patternRepository } from '../api/patterns.ts';
import { PatternPreview } from '../components/preview/PatternPreview.tsx';
import { VersionHistoryDialog } from '../workspace/VersionHistoryDialog.tsx';
import { usePatternEditor, usePatternEditorStore } from '../workspace/pattern-editor-context.ts';
import { describePatternDifferences } from './PatternVersionPreview.tsx';

type Shown = 'vary' | 'isolate' | 'versions' | 'tags' | null;

/** What else can be done with the pattern as a whole. */
export const PatternMenu = ({ showFigure }: { readonly showFigure: () => void }) => {
  const bench = usePatternEditorStore();
  const [shown, setShown] = useState<Shown>(null);
  const hide = (): void => setShown(null);
  const school = usePatternEditor((state) => state.document.school);
  const ownSchool = usePatternEditor((state) => state.document.ownSchool);
  const [baseSchool] = (ownSchool?.base ?? school).split(':');
  return (
    <>
      <Dropdown align="end">
        <Dropdown.Toggle variant="quiet" size="sm">
          {say('common.edit')}
        </Dropdown.Toggle>
        <Dropdown.Menu>
          <Dropdown.Item onClick={() => showFigure()}>{say('bench.type-or-paste-notes-more')}</Dropdown.Item>
          <Dropdown.Item onClick={() => setShown('vary')}>{say('bench.vary-more')}</Dropdown.Item>
          <Dropdown.Item onClick={() => setShown('isolate')}>{say('bench.hard-spots-as-drills-more')}</Dropdown.Item>
          <Dropdown.Item onClick={() => setShown('versions')}>{say('common.versions-more')}</Dropdown.Item>
          <Dropdown.Item onClick={() => setShown('tags')}>{say('bench.tags-and-sets-more')}</Dropdown.Item>
          <Dropdown.Divider />
          <Dropdown.Item as={Link} to={`/schools/${baseSchool}`}>
            {say('bench.about-this-school')}
          </Dropdown.Item>
        </Dropdown.Menu>
      </Dropdown>
      {shown === 'vary' && <TransformDialog hide={hide} />}
      {shown === 'isolate' && <HardSpotDrillsDialog hide={hide} />}
      {shown === 'versions' && (
        <VersionHistoryDialog
          store={bench}
          records={patternRepository}
          differences={describePatternDifferences}
          show={(pattern) => <PatternPreview pattern={pattern} />}
          hide={hide}
        />
      )}
      {shown === 'tags' && <TagsDialog hide={hide} />}
    </>
  );
};
