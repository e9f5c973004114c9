export { VARIATION_AXES, computeDisplacementSteps, type VariationAxis } from './variation-axes.ts';
export {
  MAX_DRILLS,
  findAxes,
  createDrillGrid,
  chooseNextDrill,
  type DrillCell,
  type DrillGrid,
} from './drill-grid.ts';
export { createStrokesDrill, createTroubleSpotDrills, type TroubleSpotDrill } from './trouble-spot-drills.ts';
