import { SKILL_CODES, getSkill } from '@fleet-wren/core';
import { layOutWay } from './skill-map-layout.ts';

const WIDTH = 720;

test('on the way to any skill, what comes before it lies to its left, and nothing lies on anything else', () => {
  for (const code of SKILL_CODES) {
    const { nodes, edges, goal, height } = layOutWay([code], WIDTH);
    expect(nodes.map((node) => node.code)).toContain(code);
    for (const { from, to } of edges) expect(from.x).toBeLessThan(to.x);
    for (const { x, y } of nodes) {
      expect(x).toBeGreaterThan(0);
      expect(x).toBeLessThan(goal.x);
      expect(y).toBeGreaterThan(0);
      expect(y).toBeLessThan(height);
    }
    expect(new Set(nodes.map(({ x, y }) => `${x} ${y}`)).size).toBe(nodes.length);
  }
});

test('every line on the map is one that the catalogue has, and each skill leads somewhere', () => {
  const { nodes, edges } = layOutWay(['tremolo', 'thumb-walking', 'syncopated'], WIDTH);
  for (const { from, key } of edges) {
    const [, to] = key.split(' ');
    if (to !== 'goal') expect(getSkill(to as never).needs).toContain(from.code);
  }
  const leading = new Set(edges.map(({ from }) => from.code));
  expect(nodes.filter(({ code }) => !leading.has(code))).toEqual([]);
});
