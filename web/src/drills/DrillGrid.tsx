import './drills.scss';
import type { AssignmentListItem, Student } from '@fleet-wren/contract';
import { say, sayLabel, sayMessage } from '@fleet-wren/wording';
import {
  VARIATION_AXES,
  chooseNextDrill,
  type DrillCell,
  type DrillGrid as Grid,
  type HandProfile,
  type Pattern,
  withName,
} from '@fleet-wren/core';
import { ArrowLeft } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { Say } from '../components/say/Say.tsx';
import { useCreatePattern, useCreatePatterns } from '../api/patterns.ts';
import { wordsOf } from '../api/api-error.ts';
import { useToast } from '../components/toast/ToastProvider.tsx';
import { usePatternEditor } from '../workspace/pattern-editor-context.ts';
import { usePlayer } from '../audio/usePlayer.ts';
import { EMPTY_FINGERING } from '../components/analysed-pattern.ts';
import { useStudents } from '../api/students.ts';
import { useStudentHand } from '../components/hand/useStudentHand.ts';
import { formatAssignDrillsResult, assignDrills } from '../components/assign-drills.ts';
import { backgroundWorker } from '../workers/workers.ts';
import { useWorkerQuery } from '../workers/useWorkerQuery.ts';
import { DrillCard } from './DrillCard.tsx';
import { DrillSelectionBar } from './DrillSelectionBar.tsx';
import { useAssignedDrills, useDrillStatus } from './useDrillStatus.ts';

interface Question {
  readonly pattern: Pattern;
  readonly axes: string;
  readonly hand: HandProfile;
}

/** A grid whose drills are called what they are. */
const withNames = (grid: Grid): Grid => ({
  ...grid,
  cells: grid.cells.map((cell) => ({
    ...cell,
    pattern: cell.pattern && withName(cell.pattern, sayMessage(cell.name)),
  })),
});

const askDrills = async ({ pattern, axes, hand }: Question, signal: AbortSignal): Promise<Grid> =>
  withNames(await backgroundWorker.request('drills', [pattern, axes.split(','), hand], { signal }));

const usualAxes = (pattern: Pattern): readonly string[] =>
  pattern.strokes.some(({ string }) => string > 3) ? ['displacement', 'lead'] : ['strings', 'direction'];

interface AxisChoiceProps {
  readonly label: string;
  readonly value: string;
  readonly taken: readonly string[];
  readonly optional?: boolean;
  readonly choose: (key: string) => void;
}

const AxisChoice = ({ label, value, taken, optional, choose }: AxisChoiceProps) => (
  <label className="axis-choice">
    {label}
    <Form.Select size="sm" value={value} onChange={({ target }) => choose(target.value)}>
      {optional && <option value="">{say('drills.none')}</option>}
      {VARIATION_AXES.filter(({ key }) => key === value || !taken.includes(key)).map(({ key, name }) => (
        <option key={key} value={key}>
          {sayMessage(name)}
        </option>
      ))}
    </Form.Select>
  </label>
);

/** Plays one drill at a time. */
const useDrillPlayer = (fallback: Pattern) => {
  const [cell, setCell] = useState<DrillCell | null>(null);
  const { playing, toggle } = usePlayer(cell?.pattern ?? fallback, cell?.digits ?? EMPTY_FINGERING);
  // Started once the chosen drill is what the player holds.
  const wanted = useRef(false);
  useEffect(() => {
    if (wanted.current && cell) toggle();
    wanted.current = false;
  }, [cell, toggle]);
  const play = (next: DrillCell): void => {
    if (playing && next.key === cell?.key) return toggle();
    if (next.key === cell?.key) return toggle();
    if (!playing) wanted.current = true;
    setCell(next);
  };
  return { key: playing ? (cell?.key ?? null) : null, play };
};

/** Takes the chosen drills to a set: patterns that bear its name as a tag. */
const useSet = (grid: Grid | undefined, chosen: readonly string[], clear: () => void) => {
  const keep = useCreatePatterns();
  const notice = useToast();
  const navigate = useNavigate();
  return (name: string): void => {
    const patterns = (grid?.keysByDifficulty ?? []).flatMap((key) => {
      const pattern = chosen.includes(key) ? grid?.cells.find((cell) => cell.key === key)?.pattern : undefined;
      return pattern ? [{ ...pattern, tags: [...(pattern.tags ?? []).slice(0, 11), name.slice(0, 30)] }] : [];
    });
    keep.mutate(patterns, {
      onError: (error) => notice({ text: wordsOf(error) }),
      onSuccess: () => {
        clear();
        notice({
          text: say('drills.drills-added-to-the-set', { patternsCount: patterns.length, name }),
          action: { label: say('common.show'), run: () => void navigate(`/patterns?tag=${encodeURIComponent(name)}`) },
        });
      },
    });
  };
};

/** Sets the chosen drills for a student, the easiest first. */
const useSetFor = (
  grid: Grid | undefined,
  chosen: readonly string[],
  {
    student,
    hand,
    sourceId,
  }: { readonly student: Student | undefined; readonly hand: HandProfile; readonly sourceId: string },
  clear: () => void,
) => {
  const notice = useToast();
  const client = useQueryClient();
  const set = useMutation({
    mutationFn: (to: Student) =>
      assignDrills(
        to,
        (grid?.cells ?? []).flatMap(({ key, pattern }) =>
          pattern && chosen.includes(key) ? [{ pattern, sourceId }] : [],
        ),
        hand,
      ),
    onSuccess: (outcome) => {
      notice({ text: formatAssignDrillsResult(outcome) });
      clear();
    },
    onError: (error) => notice({ text: wordsOf(error) }),
    onSettled: () => client.invalidateQueries({ queryKey: ['practice'] }),
  });
  return student && !set.isPending ? () => set.mutate(student) : undefined;
};

const toggled = (list: readonly string[], key: string): readonly string[] =>
  list.includes(key) ? list.filter((one) => one !== key) : [...list, key];

interface TableProps {
  readonly grid: Grid;
  readonly tab: number;
  readonly card: (cell: DrillCell) => React.ReactNode;
}

const GridTable = ({ grid, tab, card }: TableProps) => {
  const [rows, columns] = grid.axes;
  const at = (row: number, column: number): DrillCell | undefined =>
    grid.cells.find(
      (cell) =>
        cell.coordinates[0] === row && (cell.coordinates[1] ?? 0) === column && (cell.coordinates[2] ?? 0) === tab,
    );
  return (
    <table className="drill-table">
      <thead>
        <tr>
          <th />
          {(columns?.values ?? ['']).map((name) => (
            <th key={sayLabel(name)} scope="col">
              {sayLabel(name)}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows?.values.map((name, row) => (
          <tr key={sayLabel(name)}>
            <th scope="row">{sayLabel(name)}</th>
            {(columns?.values ?? ['']).map((other, column) => {
              const cell = at(row, column);
              return <td key={sayLabel(other)}>{cell && card(cell)}</td>;
            })}
          </tr>
        ))}
      </tbody>
    </table>
  );
};

/** How somebody stands with a drill that was set. */
const standingWords = (standing: AssignmentListItem['standing'] | undefined): string | undefined => {
  if (!standing) return undefined;
  return standing.through === null
    ? say('drills.assigned-of-stages-passed', { passed: standing.passed, of: standing.of })
    : say('drills.learned');
};

/** Few columns leave room for larger cards. */
const cardWidth = ({ axes }: Grid): number => {
  const columns = axes[1]?.values.length ?? 1;
  if (columns <= 3) return 250;
  return columns <= 4 ? 205 : 140;
};

interface HeadProps {
  readonly name: string;
  readonly title: string;
  readonly axes: readonly string[];
  readonly choose: (place: number) => (key: string) => void;
  readonly next: DrillCell | null | undefined;
  readonly begun: boolean;
  readonly open: (cell: DrillCell) => void;
  readonly student: Student | undefined;
  readonly students: readonly Student[];
  readonly chooseStudent: (id: string) => void;
}

const Head = ({ name, title, axes, choose, next, begun, open, student, students, chooseStudent }: HeadProps) => (
  <header>
    <Link to=".." relative="path" className="back-link">
      <ArrowLeft size={16} aria-hidden /> {name}
    </Link>
    <h1 aria-live="polite">{title}</h1>
    <div className="axes">
      <AxisChoice label={say('drills.rows')} value={axes[0] ?? ''} taken={axes} choose={choose(0)} />
      <AxisChoice label={say('drills.columns')} value={axes[1] ?? ''} taken={axes} choose={choose(1)} />
      <AxisChoice label={say('drills.tabs')} value={axes[2] ?? ''} taken={axes} optional choose={choose(2)} />
      {students.length > 0 && (
        <label className="axis-choice">
          {say('drills.student')}
          <Form.Select size="sm" value={student?.id ?? ''} onChange={({ target }) => chooseStudent(target.value)}>
            <option value="">{say('drills.any-student')}</option>
            {students.map(({ id, name: who }) => (
              <option key={id} value={id}>
                {who}
              </option>
            ))}
          </Form.Select>
        </label>
      )}
    </div>
    {next && (
      <p className="next-drill">
        <Say text="drills.next" values={{ name: sayMessage(next.name), begun: String(begun) }} />{' '}
        <Button variant="cure" size="sm" onClick={() => open(next)}>
          {say('common.open')}
        </Button>
      </p>
    )}
  </header>
);

/** The axes stand in the address, so that a grid can be gone back to. */
const useAxes = (pattern: Pattern) => {
  const [query, setQuery] = useSearchParams();
  const axes = (query.get('axes')?.split(',') ?? usualAxes(pattern)).filter((key) =>
    VARIATION_AXES.some((axis) => axis.key === key),
  );
  const choose =
    (place: number) =>
    (key: string): void => {
      const next = [...axes.slice(0, place), ...(key ? [key] : []), ...axes.slice(place + 1)];
      setQuery(
        (now) => {
          now.set('axes', next.join(','));
          return now;
        },
        { replace: true },
      );
    };
  return { axes, choose };
};

/** Whom the grid is looked at for stands in the address too. */
const useStudentChoice = () => {
  const [query, setQuery] = useSearchParams();
  const { data: students = [] } = useStudents();
  const here = students.filter(({ archivedAt }) => archivedAt === null);
  const student = here.find(({ id }) => id === query.get('student'));
  const choose = (id: string): void =>
    setQuery(
      (now) => {
        if (id) now.set('student', id);
        else now.delete('student');
        return now;
      },
      { replace: true },
    );
  return { student, students: here, choose };
};

/**
 * The family of variants of a pattern, every combination: each plays, opens, goes to a set, and has its place in the
 * order.
 */
const DrillGrid = () => {
  const pattern = usePatternEditor((state) => state.document);
  const id = usePatternEditor((state) => state.id);
  const { student, students, choose: chooseStudent } = useStudentChoice();
  const hand = useStudentHand(student?.id ?? null);
  const drillsOf = useAssignedDrills(student?.id ?? null);
  const { axes, choose } = useAxes(pattern);
  const keys = axes.join(',');
  const question = useMemo(() => ({ pattern, axes: keys, hand }), [pattern, keys, hand]);
  const { value: grid, errorText } = useWorkerQuery(question, askDrills);
  const { known: marked, toggle } = useDrillStatus(id, axes, student);
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const [tab, setTab] = useState(0);
  const create = useCreatePattern();
  const navigate = useNavigate();
  const player = useDrillPlayer(pattern);
  const send = useSet(grid, chosen, () => setChosen([]));
  const setFor = useSetFor(grid, chosen, { student, hand, sourceId: id }, () => setChosen([]));
  const standingOf = ({ pattern: drill }: DrillCell) => drillsOf.get(drill?.name ?? '');
  const learnt = (grid?.cells ?? []).filter((cell) => typeof standingOf(cell)?.through === 'number');
  const known = [...new Set([...marked, ...learnt.map(({ key }) => key)])];
  const next = grid && chooseNextDrill(grid, known);
  const open = (cell: DrillCell): void => {
    if (cell.pattern) create.mutate(cell.pattern, { onSuccess: (kept) => void navigate(`/patterns/${kept.id}`) });
  };
  const card = (of: Grid) => (cell: DrillCell) => (
    <DrillCard
      cell={cell}
      width={cardWidth(of)}
      rank={of.keysByDifficulty.indexOf(cell.key) + 1}
      playing={player.key === cell.key}
      known={known.includes(cell.key)}
      standing={standingWords(standingOf(cell))}
      next={next?.key === cell.key}
      chosen={chosen.includes(cell.key)}
      play={() => player.play(cell)}
      open={() => open(cell)}
      toggleKnown={() => toggle(cell.key)}
      toggleChosen={() => setChosen(toggled(chosen, cell.key))}
    />
  );
  const tabs = grid?.axes[2];
  const shownTab = Math.min(tab, (tabs?.values.length ?? 1) - 1);
  return (
    <div className="drills">
      <Head
        name={pattern.name}
        title={errorText ?? (grid ? say('drills.drills', { orderCount: grid.keysByDifficulty.length }) : '')}
        axes={axes}
        choose={choose}
        next={next}
        begun={known.length > 0}
        open={open}
        student={student}
        students={students}
        chooseStudent={chooseStudent}
      />
      {tabs && <Tabs name={sayMessage(tabs.name)} values={tabs.values.map(sayLabel)} shown={shownTab} show={setTab} />}
      {grid && (
        <div className="drill-scroll" tabIndex={0} role="region" aria-label={say('drills.drill-grid')}>
          <GridTable grid={grid} tab={shownTab} card={card(grid)} />
        </div>
      )}
      {chosen.length > 0 && (
        <DrillSelectionBar
          count={chosen.length}
          send={send}
          none={() => setChosen([])}
          student={student}
          setFor={setFor}
        />
      )}
    </div>
  );
};

interface TabsProps {
  readonly name: string;
  readonly values: readonly string[];
  readonly shown: number;
  readonly show: (index: number) => void;
}

const Tabs = ({ name, values, shown, show }: TabsProps) => (
  <div className="view-switch" role="group" aria-label={name}>
    {values.map((value, index) => (
      <button key={value} type="button" aria-pressed={shown === index} onClick={() => show(index)}>
        {value}
      </button>
    ))}
  </div>
);

export default DrillGrid;
