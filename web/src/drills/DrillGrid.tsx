import './drills.scss';
import type { AssignmentListItem, Student } from '@fleet-wren/contract';
import { say, sayLabel, sayMessage } from '@fleet-wren/wording';
import {
  chooseNextDrill,
  orderDrills,
  type DrillCell,
  type DrillGrid as Grid,
  type HandProfile,
  type Pattern,
  withName,
} from '@fleet-wren/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import { useCreatePattern, useCreatePatterns } from '../api/patterns.ts';
import { wordsOf } from '../api/api-error.ts';
import { useToast } from '../components/toast/ToastProvider.tsx';
import { usePatternEditor } from '../workspace/pattern-editor-context.ts';
import { usePlayer } from '../audio/usePlayer.ts';
import { EMPTY_FINGERING } from '../components/analysed-pattern.ts';
import { useStudentHand } from '../components/hand/useStudentHand.ts';
import { formatAssignDrillsResult, assignDrills } from '../components/assign-drills.ts';
import { backgroundWorker } from '../workers/workers.ts';
import { useWorkerQuery } from '../workers/useWorkerQuery.ts';
import { DrillCard } from './DrillCard.tsx';
import { DrillGridHead } from './DrillGridHead.tsx';
import { useAxes, useOrder, useStudentChoice } from './useDrillAddress.ts';
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
    const patterns = (grid?.keysInOrder ?? []).flatMap((key) => {
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
        (grid?.keysInOrder ?? []).flatMap((key) => {
          const pattern = chosen.includes(key) ? grid?.cells.find((cell) => cell.key === key)?.pattern : undefined;
          return pattern ? [{ pattern, sourceId }] : [];
        }),
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
  const { value: made, errorText } = useWorkerQuery(question, askDrills);
  const { order, choose: chooseOrder } = useOrder();
  const grid = useMemo(() => made && orderDrills(made, order), [made, order]);
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
      rank={of.keysInOrder.indexOf(cell.key) + 1}
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
      <DrillGridHead
        name={pattern.name}
        title={errorText ?? (grid ? say('drills.drills', { orderCount: grid.keysInOrder.length }) : '')}
        axes={axes}
        choose={choose}
        next={next}
        begun={known.length > 0}
        open={open}
        student={student}
        students={students}
        chooseStudent={chooseStudent}
        order={order}
        chooseOrder={chooseOrder}
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
