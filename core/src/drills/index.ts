export { measureDrill, type DrillContents } from './drill-contents.ts';
export { VARIATION_AXES, computeDisplacementSteps, type VariationAxis } from './variation-axes.ts';
export {
  MAX_DRILLS,
  findAxes,
  createDrillGrid,
  chooseNextDrill,
  orderDrills,
  DRILL_ORDERS,
  type DrillOrder,
  type DrillCell,
  type DrillGrid,
} from './drill-grid.ts';
export { createStrokesDrill, createTroubleSpotDrills, type TroubleSpotDrill } from './trouble-spot-drills.ts';
