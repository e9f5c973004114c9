export {
  VARIATION_AXES as AXES,
  computeDisplacementSteps as displacementsOf,
  type VariationAxis as Axis,
} from './variation-axes.ts';
export {
  MAX_DRILLS as MOST_DRILLS,
  findAxes as axesByKey,
  createDrillGrid as drillGrid,
  chooseNextDrill as nextDrill,
  type DrillCell,
  type DrillGrid,
} from './drill-grid.ts';
export {
  createStrokesDrill as drillOfStrokes,
  createTroubleSpotDrills as isolate,
  type TroubleSpotDrill as IsolatedDrill,
} from './trouble-spot-drills.ts';
