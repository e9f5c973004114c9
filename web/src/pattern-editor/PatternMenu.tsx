import { say } from '@fleet-wren/wording';
import { useState } from 'react';
import { Dropdown } from 'react-bootstrap';
import { Link, useNavigate } from 'react-router';
import { HardSpotDrillsDialog } from './HardSpotDrillsDialog.tsx';
import { TagsDialog } from './TagsDialog.tsx';
import { TransformDialog } from './TransformDialog.tsx';
import { patternRepository } from '../api/patterns.ts';
import { addEndings } from '../components/pattern-editor/add-endings.ts';
import { beginHere, endHere } from '../components/pattern-editor/editor-commands.ts';
import { useOffers, type Offer } from '../components/palette/offers.ts';
import { PatternPreview } from '../components/preview/PatternPreview.tsx';
import { VersionHistoryDialog } from '../workspace/VersionHistoryDialog.tsx';
import { usePatternEditor, usePatternEditorStore } from '../workspace/pattern-editor-context.ts';
import { describePatternDifferences } from './PatternVersionPreview.tsx';

type Shown = 'vary' | 'isolate' | 'versions' | 'tags' | null;

interface PatternMenuProps {
  readonly showFigure: () => void;
  readonly showChords: () => void;
}

/** What else can be done with the pattern as a whole. */
export const PatternMenu = ({ showFigure, showChords }: PatternMenuProps) => {
  const bench = usePatternEditorStore();
  const [shown, setShown] = useState<Shown>(null);
  const hide = (): void => setShown(null);
  const school = usePatternEditor((state) => state.document.school);
  const ownSchool = usePatternEditor((state) => state.document.ownSchool);
  const [baseSchool] = (ownSchool?.base ?? school).split(':');
  const hasEndings = usePatternEditor((state) => state.document.endings !== undefined);
  const endings: Offer = { label: say('bench.add-endings'), run: () => addEndings({ bench }) };
  const keyed: readonly Offer[] = [
    { label: say('bench.type-or-paste-notes-more'), run: showFigure },
    { label: say('bench.chords-by-bar-more'), run: showChords },
    { label: say('bench.begin-here'), run: () => beginHere({ bench }) },
    { label: say('bench.end-here'), run: () => endHere({ bench }) },
    ...(hasEndings ? [] : [endings]),
  ];
  const dialogs: readonly Offer[] = [
    { label: say('bench.vary-more'), run: () => setShown('vary') },
    { label: say('bench.hard-spots-as-drills-more'), run: () => setShown('isolate') },
    { label: say('common.versions-more'), run: () => setShown('versions') },
    { label: say('bench.tags-and-sets-more'), run: () => setShown('tags') },
  ];
  const navigate = useNavigate();
  // What has a key of its own is in the palette anyhow.
  useOffers([
    ...dialogs,
    ...(hasEndings ? [] : [endings]),
    { label: say('bench.compare-schools'), run: () => void navigate('compare-schools') },
    { label: say('common.drills'), run: () => void navigate('drills') },
    { label: say('bench.record'), run: () => void navigate('take') },
    { label: say('stand.open'), run: () => void navigate('stand') },
    { label: say('hand.open'), run: () => void navigate('hand') },
  ]);
  return (
    <>
      <Dropdown align="end">
        <Dropdown.Toggle variant="quiet" size="sm">
          {say('common.edit')}
        </Dropdown.Toggle>
        <Dropdown.Menu>
          {[...keyed, ...dialogs].map(({ label, run }) => (
            <Dropdown.Item key={label} onClick={run}>
              {label}
            </Dropdown.Item>
          ))}
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
