import { SKILLS, getSkill, withPrerequisites, type SkillCode } from '@fleet-wren/core';

/** A skill on the map, in pixels. */
export interface MapNode {
  readonly code: SkillCode;
  readonly x: number;
  readonly y: number;
}

/** A line from a skill to one that comes after it, or to the goal. */
export interface MapEdge {
  readonly from: MapNode;
  readonly to: { readonly x: number; readonly y: number };
  readonly key: string;
}

/** The map as it is drawn. */
export interface SkillMapLayout {
  readonly width: number;
  readonly height: number;
  readonly nodes: readonly MapNode[];
  readonly edges: readonly MapEdge[];
  readonly goal: { readonly x: number; readonly y: number };
}

const SPACE = { left: 62, right: 62, top: 30, bottom: 34, row: 62 } as const;

/** How many skills have to come before each, in a row. */
const findDepths = (codes: readonly SkillCode[]): ReadonlyMap<SkillCode, number> => {
  const among = new Set(codes);
  const depths = new Map<SkillCode, number>();
  const depthOf = (code: SkillCode): number => {
    const known = depths.get(code);
    if (known !== undefined) return known;
    const needs = getSkill(code).needs.filter((need) => among.has(need));
    const depth = needs.length === 0 ? 0 : 1 + Math.max(...needs.map(depthOf));
    depths.set(code, depth);
    return depth;
  };
  codes.forEach(depthOf);
  return depths;
};

const columnsOf = (codes: readonly SkillCode[]): readonly SkillCode[][] => {
  const depths = findDepths(codes);
  const columns: SkillCode[][] = Array.from({ length: 1 + Math.max(0, ...depths.values()) }, () => []);
  for (const code of codes) columns[depths.get(code) ?? 0]?.push(code);
  return columns;
};

/** Times the columns are put in order by what they hang on: lines cross little then. */
const SWEEPS = 6;

const mean = (values: readonly number[]): number | undefined =>
  values.length === 0 ? undefined : values.reduce((sum, value) => sum + value, 0) / values.length;

/** Places of skills in their columns, from 0 to 1, each near what it hangs on. */
const orderColumns = (columns: readonly SkillCode[][]): void => {
  const placeOf = new Map<SkillCode, number>();
  const note = (column: readonly SkillCode[]): void =>
    column.forEach((code, index) => placeOf.set(code, (index + 0.5) / column.length));
  columns.forEach(note);
  const before = (code: SkillCode): readonly SkillCode[] => getSkill(code).needs;
  const after = (code: SkillCode): readonly SkillCode[] =>
    SKILLS.filter(({ needs }) => needs.includes(code)).map((skill) => skill.code);
  for (let sweep = 0; sweep < SWEEPS; sweep += 1) {
    const isForward = sweep % 2 === 0;
    for (const column of isForward ? columns : [...columns].reverse()) {
      const wanted = (code: SkillCode): number =>
        mean((isForward ? before : after)(code).flatMap((other) => placeOf.get(other) ?? [])) ?? placeOf.get(code) ?? 0;
      column.sort((a, b) => wanted(a) - wanted(b));
      note(column);
    }
  }
};

const listEdges = (nodes: readonly MapNode[]): readonly MapEdge[] => {
  const byCode = new Map(nodes.map((node) => [node.code, node]));
  return nodes.flatMap((to) =>
    getSkill(to.code).needs.flatMap((need) => {
      const from = byCode.get(need);
      return from ? [{ from, to, key: `${need} ${to.code}` }] : [];
    }),
  );
};

/**
 * The way to a goal: skills in columns by what comes before them, the goal at the right, with a line from each skill
 * it asks for that nothing else on the map hangs on.
 */
export const layOutWay = (uses: readonly SkillCode[], width: number): SkillMapLayout => {
  const codes = withPrerequisites(uses);
  const columns = columnsOf(codes);
  orderColumns(columns);
  const rows = Math.max(1, ...columns.map((column) => column.length));
  const height = SPACE.top + rows * SPACE.row + SPACE.bottom - 12;
  const step = (width - SPACE.left - SPACE.right) / Math.max(1, columns.length);
  const y = (index: number, count: number): number =>
    SPACE.top + (rows * SPACE.row * (index + 0.5)) / count - SPACE.row / 4;
  const nodes = columns.flatMap((column, at) =>
    column.map((code, index) => ({ code, x: SPACE.left + at * step, y: y(index, column.length) })),
  );
  const goal = { x: width - SPACE.right, y: y(0, 1) };
  const edges = listEdges(nodes);
  const leads = new Set(edges.map(({ from }) => from.code));
  const last = nodes.filter(({ code }) => uses.includes(code) && !leads.has(code));
  return {
    width,
    height,
    nodes,
    edges: [...edges, ...last.map((from) => ({ from, to: goal, key: `${from.code} goal` }))],
    goal,
  };
};
