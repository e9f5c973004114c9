import { say, sayMessage } from '@fleet-wren/wording';
import { createTroubleSpotDrills, withName, type TroubleSpotDrill } from '@fleet-wren/core';
import { useMemo, useState } from 'react';
import { Button, Modal } from 'react-bootstrap';
import { Dialog } from '../components/dialog/Dialog.tsx';
import { useNavigate } from 'react-router';
import { useCreatePatterns } from '../api/patterns.ts';
import { wordsOf } from '../api/api-error.ts';
import { useToast } from '../components/toast/ToastProvider.tsx';
import { useSelectedHand } from '../components/hand/useSelectedHand.ts';
import { PatternPreview } from '../components/preview/PatternPreview.tsx';
import { usePatternEditor } from '../workspace/pattern-editor-context.ts';

const Drills = ({ drills, hide }: { readonly drills: readonly TroubleSpotDrill[]; readonly hide: () => void }) => {
  const [place, setPlace] = useState(0);
  const keep = useCreatePatterns();
  const notice = useToast();
  const navigate = useNavigate();
  const shown = drills[place];
  const take = (chosen: readonly TroubleSpotDrill[]): void =>
    keep.mutate(
      chosen.map(({ pattern, name }) => withName(pattern, sayMessage(name))),
      {
        onError: (error) => notice({ text: wordsOf(error) }),
        onSuccess: (kept) => {
          hide();
          if (kept.length === 1) void navigate(`/patterns/${kept[0]?.id}`);
          else
            notice({
              text: say('bench.drills-added-to-your-patterns', { keptCount: kept.length }),
              action: { label: say('common.show'), run: () => void navigate('/patterns') },
            });
        },
      },
    );
  return (
    <>
      <Modal.Body className="vary">
        <div className="vary-list pick-list">
          {drills.map(({ description, name }, index) => (
            <button key={sayMessage(name)} type="button" aria-pressed={index === place} onClick={() => setPlace(index)}>
              {sayMessage(description)}
            </button>
          ))}
        </div>
        <div className="vary-effect">{shown && <PatternPreview pattern={shown.pattern} />}</div>
      </Modal.Body>
      <Modal.Footer>
        <Button variant="quiet" onClick={() => take(drills)} disabled={keep.isPending}>
          {say('bench.save-all', { drillsCount: drills.length })}
        </Button>
        <Button onClick={() => shown && take([shown])} disabled={keep.isPending}>
          {say('common.open')}
        </Button>
      </Modal.Footer>
    </>
  );
};

/** The drills for the hardest spots: each on its string pair, then three strings, then all, ready to loop. */
export const HardSpotDrillsDialog = ({ hide }: { readonly hide: () => void }) => {
  const pattern = usePatternEditor((state) => state.document);
  const { hand } = useSelectedHand();
  const drills = useMemo(() => createTroubleSpotDrills(pattern, { hand }), [pattern, hand]);
  return (
    <Dialog title={say('bench.hard-spots-as-drills')} size="xl" hide={hide}>
      {drills.length > 0 ? (
        <Drills drills={drills} hide={hide} />
      ) : (
        <Modal.Body>{say('bench.nothing-to-isolate-yet-no-note')}</Modal.Body>
      )}
    </Dialog>
  );
};
