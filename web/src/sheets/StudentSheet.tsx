import type { Assignment, Student } from '@fleet-wren/contract';
import { say, sayLabel, sayMessage } from '@fleet-wren/wording';
import {
  getRequiredStreak,
  isPausedByPain,
  planSession,
  flattenScore,
  type LadderStage,
  type Pattern,
  type PracticeProgress,
} from '@fleet-wren/core';
import { format } from 'date-fns/format';
import { useMemo } from 'react';
import { useParams } from 'react-router';
import { useAssignments, useProgress } from '../api/practice.ts';
import { useStudent } from '../api/students.ts';
import { wordsOf } from '../api/api-error.ts';
import { layOutDiagram } from '../components/fingering-diagram/diagram-layout.ts';
import { FingeringDiagram, type StrokeLabelFormatter } from '../components/fingering-diagram/FingeringDiagram.tsx';
import { useNow } from '../components/useNow.ts';
import { hasRecentPainReport, buildPracticeRoomUrl, toSessionItems } from '../components/practice-session.ts';
import { useLadder } from '../workers/useLadder.ts';
import { EngravedScore } from './EngravedScore.tsx';
import type { PrintSettings } from './usePrintSettings.ts';
import { Tablature } from './sheet-elements.tsx';
import { SheetPage } from './SheetPage.tsx';
import { TickBoxes } from './TickBoxes.tsx';
import { QrCode } from '../components/qr-code/QrCode.tsx';

const stringLabel: StrokeLabelFormatter = ({ string }) => say('sheet.string', { string });

/** Pixels between the margins of a sheet: what a strip of threads is laid out in. */
const STRIP = 690;

const digitsOf = (pattern: Pattern) => Object.fromEntries(pattern.strokes.map(({ id, pin }) => [id, pin ?? null]));

const Figure = ({ pattern, paper }: { readonly pattern: Pattern; readonly paper: PrintSettings }) => {
  const layout = useMemo(() => layOutDiagram(pattern, STRIP), [pattern]);
  const digits = useMemo(() => digitsOf(pattern), [pattern]);
  const score = useMemo(() => flattenScore(pattern), [pattern]);
  const order = useMemo(() => pattern.strokes.map(({ pin }) => pin ?? null), [pattern]);
  return (
    <>
      {paper.notes && <EngravedScore score={score} digits={order} paper={paper} />}
      {paper.threads && (
        <div
          className="threads sheet-threads"
          role="img"
          aria-label={say('term.notes', { count: pattern.strokes.length })}
        >
          <FingeringDiagram pattern={pattern} frame={pattern} layout={layout} digits={digits} label={stringLabel} />
        </div>
      )}
      {paper.text && <Tablature pattern={pattern} digits={digits} />}
    </>
  );
};

interface AtHandProps {
  readonly item: Assignment;
  readonly progress: PracticeProgress;
  readonly stage: LadderStage | undefined;
  /** The whole figure with its digits. */
  readonly whole: Pattern;
  readonly paper: PrintSettings;
}

const AtHand = ({ item, progress, stage, whole, paper }: AtHandProps) => {
  const planned = item.plan.stages[progress.stage];
  const gate = getRequiredStreak(item.plan, progress);
  // A stage of the teacher's own is the whole figure.
  const played = stage ? stage.pattern : whole;
  const figure = played.strokes.length > 0 ? played : undefined;
  return (
    <section className="sheet-item">
      <h2>
        {item.name} <small>{say('sheet.to-bpm', { target: item.target })}</small>
      </h2>
      {planned ? (
        <>
          <p>
            <b>{sayLabel(planned.name)}</b>
            {stage && `: ${sayMessage(stage.reason)}`}
          </p>
          <p>
            {gate > 0 ? say('sheet.clean-in-a-row-then-go', { gate }) : ''}
            {stage && say('sheet.minutes', { minutes: stage.minutes })}
            {planned.remark ?? (stage && sayMessage(stage.remark))}
          </p>
          {planned.tempos.length > 0 && <TickBoxes tempos={planned.tempos} from={progress.step} />}
          {figure && <Figure pattern={figure} paper={paper} />}
        </>
      ) : (
        <p>{say('sheet.learned-play-it-clean-twice-at', { target: item.target })}</p>
      )}
    </section>
  );
};

const Item = ({ item, paper }: { readonly item: Assignment; readonly paper: PrintSettings }) => {
  const { data: progress } = useProgress(item.id);
  const { pattern, target, way, plan } = item;
  const { value: ladder } = useLadder({ pattern, target, way, hand: plan.hand });
  if (!progress || !ladder) return null;
  const key = item.plan.stages[progress.stage]?.key;
  const stage = ladder.ok ? ladder.value.stages.find((one) => one.key === key) : undefined;
  const whole = ladder.ok ? ladder.value.whole : pattern;
  return <AtHand item={item} progress={progress} stage={stage} whole={whole} paper={paper} />;
};

/** What hurts is on no sheet: only that it waits, and for what. */
const Paused = ({ item }: { readonly item: Assignment }) => {
  const until = item.standing.pain?.answer?.until;
  return (
    <section className="sheet-item">
      <h2>{item.name}</h2>
      <p>
        {until === undefined
          ? say('practice.paused-until-answered', { name: item.name })
          : say('practice.paused-until', { name: item.name, until: format(until, 'EEEE d MMMM') })}
      </p>
    </section>
  );
};

/** Minutes of the sitting that is printed: a sixth of the week's, or twenty. */
const minutesOf = ({ about }: Student): number =>
  Math.min(120, Math.max(5, Math.round((about.weeklyMinutes ?? 0) / 6) || 20));

const Plan = ({ student, items }: { readonly student: Student; readonly items: readonly Assignment[] }) => {
  const now = useNow();
  const plan = planSession(toSessionItems(items, now), {
    minutes: minutesOf(student),
    discomfort: hasRecentPainReport(items, now),
  });
  if (!plan.ok) return null;
  return (
    <section className="sheet-plan">
      <h2>{say('sheet.practice-session-minutes', { minutes: plan.value.minutes })}</h2>
      <ol>
        {plan.value.blocks.map(({ name, minutes }, index) => (
          <li key={index}>
            <span className="box" aria-hidden="true" />
            <b>{say('sheet.min', { minutes })}</b> {sayMessage(name)}
          </li>
        ))}
      </ol>
      <p>{sayMessage(plan.value.caution)}</p>
    </section>
  );
};

/** The link that was made a moment ago, as a picture: it came with the address, which no server sees. */
const RoomPicture = () => {
  const token = window.location.hash.slice(1);
  if (!/^[\w-]{20,40}$/.test(token)) return null;
  return (
    <figure className="sheet-link">
      <QrCode text={buildPracticeRoomUrl(token)} label={say('sheet.qr-code-for-the-practice-room')} size={96} />
      <figcaption>{say('common.practice-room')}</figcaption>
    </figure>
  );
};

/** What a student takes home: the sitting, each thing at hand with its gate, its tempos to tick and its figure. */
const StudentSheet = () => {
  const { id = '' } = useParams();
  const student = useStudent(id);
  const { data: items } = useAssignments(id);
  const now = useNow();
  if (student.isError) return <p className="page">{wordsOf(student.error)}</p>;
  if (!student.data || !items) return null;
  const open = items.filter(({ endedAt }) => endedAt === null);
  const playable = open.filter(({ standing }) => !isPausedByPain(standing.pain, now));
  return (
    <SheetPage title={say('sheet.practice-sheet-for', { name: student.data.name })} back=".." facts={[]}>
      {(paper) => (
        <>
          <RoomPicture />
          {open.length === 0 && <p>{say('common.no-assignments-yet')}</p>}
          {playable.length > 0 && <Plan student={student.data} items={playable} />}
          {open.map((item) =>
            playable.includes(item) ? (
              <Item key={item.id} item={item} paper={paper} />
            ) : (
              <Paused key={item.id} item={item} />
            ),
          )}
        </>
      )}
    </SheetPage>
  );
};

export default StudentSheet;
