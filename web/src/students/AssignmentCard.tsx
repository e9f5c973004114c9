import type { Assignment } from '@fleet-wren/contract';
import { say, sayLabel, sayMessage, saySentence } from '@fleet-wren/wording';
import { formatMaxTempo, findWeakStages, type PracticeProgress } from '@fleet-wren/core';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { Link } from 'react-router';
import { useNow } from '../components/useNow.ts';
import { wordsOf } from '../api/api-error.ts';
import { useUpdateAssignment, useDeleteAssignment, useProgress } from '../api/practice.ts';
import { useToast } from '../components/toast/ToastProvider.tsx';
import { useUndoableRemoval } from '../components/toast/useUndoableRemoval.ts';
import { TermHelp } from '../components/term/TermHelp.tsx';
import { CurrentStagePanel } from '../components/lesson/CurrentStagePanel.tsx';
import { EditLadderDialog } from './EditLadderDialog.tsx';
import { SlipPlaces } from './SlipPlaces.tsx';
import { TempoChart } from './TempoChart.tsx';
import { sayEffort, useStageEfforts } from '../components/students/useStageEfforts.ts';
import { formatTimeAgo, formatProgressSummary, tempoRange } from '../components/students/student-text.ts';

const rungClass = (isPassed: boolean, isNow: boolean): string => {
  if (isPassed) return 'rung rung-passed';
  return isNow ? 'rung rung-now' : 'rung';
};

const Stages = ({ item }: { readonly item: Assignment }) => {
  const { data: progress } = useProgress(item.id);
  const passed = new Map(progress?.passed.map(({ key, at }) => [key, at]));
  const efforts = useStageEfforts(item.studentId, item.plan, item.pattern);
  return (
    <ol className="ladder" aria-label={say('students.stages-of', { name: item.name })}>
      {item.plan.stages.map(({ key, name, tempos, gate, ceiling, remark }, index) => (
        <li key={key} className={rungClass(passed.has(key), index === progress?.stage)}>
          <b>{sayLabel(name)}</b>
          <span className="text-soft">
            {tempos.length > 0 && ` ${tempoRange(tempos)}`}
            {gate > 0 && say('students.clean-in-a-row', { gate })}
            {ceiling && say('students.bpm-max', { ceiling: formatMaxTempo(ceiling) })}
            {!passed.has(key) && sayEffort(efforts.get(key), { gate, tempos })}
            {passed.has(key) && say('students.passed', { agoWords: formatTimeAgo(passed.get(key) ?? null) })}
          </span>
          {remark && <span className="rung-remark">{remark}</span>}
        </li>
      ))}
    </ol>
  );
};

/** Weak stages that are named. */
const NAMED = 3;

const Weak = ({ item, progress }: { readonly item: Assignment; readonly progress: PracticeProgress }) => {
  const weak = findWeakStages(progress.attempts).slice(0, NAMED);
  if (weak.length === 0) return null;
  const nameOf = (key: string): string => sayLabel(item.plan.stages.find((stage) => stage.key === key)?.name ?? key);
  return (
    <p>
      {say('students.most-missed', {
        weak: weak
          .map(({ key, share }) => say('students.of-attempts', { nameOf: nameOf(key), share: Math.round(share * 100) }))
          .join(', '),
      })}
    </p>
  );
};

const Detail = ({ item }: { readonly item: Assignment }) => {
  const { data: progress } = useProgress(item.id);
  const [arranging, setArranging] = useState(false);
  return (
    <div className="item-detail">
      {progress && <TempoChart progress={progress} target={item.target} />}
      {progress && <SlipPlaces item={item} progress={progress} />}
      {progress && <Weak item={item} progress={progress} />}
      <h4 className="ladder-title">
        {say('glossary.ladder.term')} <TermHelp term="ladder" />
      </h4>
      <Stages item={item} />
      <Button variant="quiet" size="sm" onClick={() => setArranging(true)}>
        {say('students.edit-stages')}
      </Button>
      {arranging && <EditLadderDialog item={item} hide={() => setArranging(false)} />}
    </div>
  );
};

/** Something a student practises: what is at hand, how far it has got, and how it went. */
export const AssignmentCard = ({ item }: { readonly item: Assignment }) => {
  const [open, setOpen] = useState(false);
  const change = useUpdateAssignment();
  const drop = useDeleteAssignment();
  const notice = useToast();
  const { standing } = item;
  const now = useNow();
  const onError = (error: unknown): void => notice({ text: wordsOf(error) });
  const end = (): void =>
    change.mutate({ id: item.id, version: item.version, ended: item.endedAt === null }, { onError });
  const removal = useUndoableRemoval(item.id);
  const remove = (): void =>
    removal.remove(say('students.assignment-deleted', { name: item.name }), () => drop.mutate(item.id, { onError }));
  if (removal.isRemoved) return null;
  return (
    <article className="practice-item" aria-label={item.name}>
      <header>
        <h3>
          {item.sourceId ? (
            <Link to={`/patterns/${item.sourceId}?lesson=${item.studentId}`}>{item.name}</Link>
          ) : (
            item.name
          )}{' '}
          <small className="text-soft">{say('students.to-bpm', { target: item.target })}</small>
        </h3>
        <span className="item-tools">
          <Button variant="plain" size="sm" aria-expanded={open} onClick={() => setOpen(!open)}>
            {open ? say('students.hide-ladder-and-history') : say('students.show-ladder-and-history')}
          </Button>
          <Button variant="plain" size="sm" onClick={end}>
            {item.endedAt === null ? say('students.archive') : say('common.restore')}
          </Button>
          <Button variant="plain" size="sm" onClick={remove}>
            {say('common.delete')}
          </Button>
        </span>
      </header>
      <p className="item-standing">
        {formatProgressSummary(standing, now)} <span className="text-soft">· {formatTimeAgo(standing.last)}</span>
        {standing.best !== null && (
          <span className="text-soft">{say('students.best-bpm', { best: standing.best })}</span>
        )}
      </p>
      <div
        className="climbed"
        role="progressbar"
        aria-label={say('students.stages-of-passed', { name: item.name })}
        aria-valuemin={0}
        aria-valuemax={standing.of}
        aria-valuenow={standing.passed}
      >
        <span style={{ width: `${(100 * standing.passed) / Math.max(1, standing.of)}%` }} />
      </div>
      {standing.stuck && (
        <p className="finding finding-notable">
          {saySentence(standing.stuck.message)} <b>{sayMessage(standing.stuck.advice)}</b>
        </p>
      )}
      {item.endedAt === null && <CurrentStagePanel item={item} />}
      {open && <Detail item={item} />}
    </article>
  );
};
