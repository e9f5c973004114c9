export { AXES, displacementsOf, type Axis } from './axes.ts';
export { MOST_DRILLS, axesByKey, drillGrid, nextDrill, type DrillCell, type DrillGrid } from './grid.ts';
export { drillOfStrokes, isolate, type IsolatedDrill } from './isolate.ts';
