import '../components/take/takes.scss';
import { say, sayMessage } from '@fleet-wren/wording';
import { TAKE_ENGINE_VERSION, type TakeAssessment } from '@fleet-wren/core';
import { format } from 'date-fns/format';
import { ArrowLeft } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { Button } from 'react-bootstrap';
import { Link, useNavigate, useParams } from 'react-router';
import { wordsOf } from '../api/api-error.ts';
import { useStudent } from '../api/students.ts';
import {
  saveTakeAssessment,
  fetchTakeAudio,
  useDeleteTake,
  useTake,
  useTakes,
  useInvalidateTakes,
  type StoredTake,
} from '../api/takes.ts';
import { TakeComparison } from './TakeComparison.tsx';
import { MeasuredHandPanel } from './MeasuredHandPanel.tsx';
import { TakeAssessmentView } from './TakeAssessmentView.tsx';
import type { AssessedTake } from '../components/take/assessed-take.ts';
import { assessTakeAudio } from '../components/take/assess-take.ts';
import { decodeAudio } from '../audio/decode-audio.ts';
import { useUndoableRemoval } from '../components/toast/useUndoableRemoval.ts';

type Opened =
  | { readonly kind: 'coming'; readonly share: number }
  | { readonly kind: 'listening' }
  | { readonly kind: 'open'; readonly sound: Blob; readonly judgement: TakeAssessment }
  | { readonly kind: 'refused'; readonly why: string };

/** What was heard by the engine there is now: as it is kept, or listened to anew and kept. */
const heardNow = async (take: StoredTake, sound: Blob, judging: () => void): Promise<Opened> => {
  if (take.judgement && take.engine === TAKE_ENGINE_VERSION) return { kind: 'open', sound, judgement: take.judgement };
  judging();
  const verdict = await assessTakeAudio(await decodeAudio(sound), take.pattern, take.hand ?? undefined);
  if (!verdict.ok) return { kind: 'refused', why: verdict.errorText };
  await saveTakeAssessment(take.id, verdict.judgement);
  return { kind: 'open', sound, judgement: verdict.judgement };
};

/** Opens a take once: its sound, and what is heard in it by the engine there is now. */
const useOpened = (kept: StoredTake): Opened => {
  const [take] = useState(kept);
  const [opened, setOpened] = useState<Opened>({ kind: 'coming', share: 0 });
  const changed = useInvalidateTakes();
  useEffect(() => {
    let gone = false;
    const tell = (next: Opened): void => void (gone || setOpened(next));
    const open = async (): Promise<void> => {
      const sound = await fetchTakeAudio(take, (share) => tell({ kind: 'coming', share }));
      tell(await heardNow(take, sound, () => tell({ kind: 'listening' })));
      if (take.engine !== TAKE_ENGINE_VERSION) changed();
    };
    open().catch((error: unknown) => tell({ kind: 'refused', why: wordsOf(error) }));
    return () => {
      gone = true;
    };
  }, [take, changed]);
  return opened;
};

const Waiting = ({ opened }: { readonly opened: Opened }) => {
  if (opened.kind === 'refused')
    return (
      <p className="finding finding-trouble" role="alert">
        {opened.why}
      </p>
    );
  return (
    <p className="take-empty" role="status">
      {opened.kind === 'coming'
        ? say('takes.loading', { share: Math.round(100 * opened.share) })
        : say('takes.analysing-more')}
    </p>
  );
};

const heardTake = ({ pattern, hand }: StoredTake, opened: Opened): AssessedTake | null =>
  opened.kind === 'open'
    ? { sound: opened.sound, pattern, hand: hand ?? undefined, judgement: opened.judgement }
    : null;

/** What was heard in the take before it that the same student made of the same pattern. */
const useTakeBefore = ({ id, studentId, name, createdAt }: StoredTake): TakeAssessment | null => {
  const { data: takes = [] } = useTakes(studentId);
  const earlier = takes
    .filter((one) => one.id !== id && one.name === name && one.completeAt && one.createdAt < createdAt)
    .sort((a, b) => (a.createdAt < b.createdAt ? 1 : -1))[0];
  const { data: before } = useTake(earlier?.id ?? null);
  return before?.judgement ?? null;
};

const Page = ({ take }: { readonly take: StoredTake }) => {
  const opened = useOpened(take);
  const { data: student } = useStudent(take.studentId);
  const drop = useDeleteTake();
  const navigate = useNavigate();
  const heard = useMemo(() => heardTake(take, opened), [take, opened]);
  const before = useTakeBefore(take);
  const removal = useUndoableRemoval(take.id);
  const remove = (): void => {
    removal.remove(say('common.deleted-named', { name: take.name }), () => drop.mutate(take.id));
    void navigate(`/students/${take.studentId}`);
  };
  return (
    <div className="page takes">
      <header className="takes-head">
        <Link to={`/students/${take.studentId}`} className="back-link">
          <ArrowLeft size={16} aria-hidden /> {student?.name}
        </Link>
        <h1>{take.name}</h1>
        <span className="text-soft">
          {say('takes.take-of', { date: format(new Date(take.createdAt), 'd MMMM, HH:mm'), by: take.by })}
        </span>
      </header>
      {heard ? (
        <TakeAssessmentView take={heard} before={before}>
          <div className="take-ways">
            {student && <MeasuredHandPanel student={student} take={heard} />}
            <TakeComparison take={take} judgement={heard.judgement} />
            {take.earlier.map(({ engine, headline }) => (
              <p key={engine} className="text-soft">
                {say('takes.analysed-by-an-earlier-version', { headline: sayMessage(headline) })}
              </p>
            ))}
            <Button size="sm" variant="plain" onClick={remove}>
              {say('takes.delete-take')}
            </Button>
          </div>
        </TakeAssessmentView>
      ) : (
        <Waiting opened={opened} />
      )}
    </div>
  );
};

/** A take that is kept: heard again, judged again by a newer engine, compared with another. */
const TakeScreen = () => {
  const { id = '' } = useParams();
  const take = useTake(id);
  if (take.isPending) return null;
  if (take.isError) return <p className="page">{wordsOf(take.error)}</p>;
  return <Page key={take.data.id} take={take.data} />;
};

export default TakeScreen;
