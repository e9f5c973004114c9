import { SKILLS, SKILL_KINDS, message, type SkillCode, type SkillState, type SkillStudy } from '@fleet-wren/core';
import { say, sayMessage } from '@fleet-wren/wording';
import { linkHorizontal } from 'd3-shape';
import { useMemo, useRef } from 'react';
import { useElementWidth } from '../components/useElementWidth.ts';
import { nameOfSkill } from '../components/skills/skill-name.ts';
import { layOutWay, type MapEdge, type MapNode } from './skill-map-layout.ts';
import { stateText } from './skill-text.ts';

const RADIUS = 9;

/** Where the goal's name ends, from its sign. */
const GOAL_NAME = { x: 52, y: 28 } as const;

const link = linkHorizontal<MapEdge, { readonly x: number; readonly y: number }>()
  .source(({ from }) => from)
  .target(({ to }) => to)
  .x(({ x }) => x)
  .y(({ y }) => y);

const skillLabel = (code: SkillCode, state: SkillState, isGained: boolean): string =>
  [nameOfSkill(code), stateText(state), ...(isGained ? [say('course.gained')] : [])].join(', ');

interface NodeProps {
  readonly node: MapNode;
  readonly state: SkillState;
  readonly isChosen: boolean;
  readonly isGained: boolean;
  readonly choose: (code: SkillCode) => void;
}

/** A skill: filled when known, half when begun, ringed when next, pale when it is for later. */
const Skill = ({ node: { code, x, y }, state, isChosen, isGained, choose }: NodeProps) => (
  <g
    className={`skill skill-${state}${isChosen ? ' skill-chosen' : ''}`}
    transform={`translate(${x} ${y})`}
    role="button"
    tabIndex={0}
    aria-pressed={isChosen}
    aria-label={skillLabel(code, state, isGained)}
    onClick={() => choose(code)}
    onKeyDown={(event) => {
      if (event.key !== 'Enter' && event.key !== ' ') return;
      event.preventDefault();
      choose(code);
    }}
  >
    <circle className="skill-reach" r={RADIUS + 7} />
    {isGained && <circle className="skill-gained" r={RADIUS + 4.5} />}
    <circle className="skill-dot" r={RADIUS} />
    {state === 'begun' && <path className="skill-half" d={`M0 ${RADIUS}A${RADIUS} ${RADIUS} 0 0 1 0 ${-RADIUS}Z`} />}
    <text y={RADIUS + 15} textAnchor="middle">
      {nameOfSkill(code)}
    </text>
  </g>
);

interface MapProps {
  readonly study: SkillStudy;
  /** Skills that stand better than they did when the map is compared with. */
  readonly gained: ReadonlySet<SkillCode>;
  readonly chosen: SkillCode | null;
  readonly choose: (code: SkillCode) => void;
}

/** All skills, a row for each kind, from easy to hard. */
export const AllSkills = ({ study, gained, chosen, choose }: MapProps) => (
  <div className="skill-map skill-rows">
    {SKILL_KINDS.map((kind) => (
      <div key={kind} className="skill-row" role="group" aria-label={sayMessage(message(`skill-kind.${kind}`))}>
        <span className="skill-kind">{sayMessage(message(`skill-kind.${kind}`))}</span>
        <span>
          {SKILLS.filter((skill) => skill.kind === kind).map(({ code }) => (
            <button
              key={code}
              type="button"
              className={`skill-chip skill-chip-${study.states[code]}${gained.has(code) ? ' skill-chip-gained' : ''}`}
              aria-pressed={chosen === code}
              aria-label={skillLabel(code, study.states[code], gained.has(code))}
              onClick={() => choose(code)}
            >
              <i aria-hidden="true" />
              {nameOfSkill(code)}
            </button>
          ))}
        </span>
      </div>
    ))}
  </div>
);

interface WayProps extends MapProps {
  readonly uses: readonly SkillCode[];
  /** The name of the goal. */
  readonly goal: string;
}

/** The way to a goal as a picture: skills from left to right by what comes before them. */
export const SkillMap = ({ study, gained, uses, goal, chosen, choose }: WayProps) => {
  const frame = useRef<HTMLDivElement>(null);
  const width = Math.max(560, useElementWidth(frame));
  const map = useMemo(() => layOutWay(uses, width), [uses, width]);
  const isKnown = (code: string): boolean => study.states[code as SkillCode] === 'known';
  const isOpen = ({ key }: MapEdge): boolean => {
    const [from = '', to = ''] = key.split(' ');
    return to === 'goal' ? !isKnown(from) : !isKnown(to);
  };
  const edges = [...map.edges].sort((a, b) => Number(isOpen(a)) - Number(isOpen(b)));
  return (
    <div ref={frame} className="skill-map">
      <svg
        viewBox={`0 0 ${map.width} ${map.height}`}
        width={map.width}
        height={map.height}
        role="group"
        aria-label={say('course.map')}
      >
        {edges.map((edge) => (
          <path
            key={edge.key}
            className={isOpen(edge) ? 'skill-edge skill-edge-open' : 'skill-edge'}
            d={link(edge) ?? ''}
          />
        ))}
        <g className="skill-goal" transform={`translate(${map.goal.x} ${map.goal.y})`}>
          <path d="M0 -11L11 0L0 11L-11 0Z" />
          <text x={GOAL_NAME.x} y={GOAL_NAME.y} textAnchor="end">
            {goal}
          </text>
        </g>
        {map.nodes.map((node) => (
          <Skill
            key={node.code}
            node={node}
            state={study.states[node.code]}
            isChosen={chosen === node.code}
            isGained={gained.has(node.code)}
            choose={choose}
          />
        ))}
      </svg>
    </div>
  );
};
