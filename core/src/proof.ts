// What shows what a book does for all carts: loaded where it is looked at, not with every page.

export { bringForward, takenBack } from './commands/bringForward.ts';
export { type Coverage, coverage } from './coverage/coverage.ts';
export { GoodsIndex } from './coverage/goodsIndex.ts';
export { kindsIn, type SameKinds } from './coverage/kindsIn.ts';
export { AXES, measureOfAxis, picture } from './coverage/picture.ts';
export { type Item, PriceProbe } from './coverage/priceProbe.ts';
export { roundFigure } from './coverage/roundFigure.ts';
export { WitnessSearch } from './coverage/witness.ts';
export { effect } from './effect/effect.ts';
export { findingsOf } from './findings/findingsOf.ts';
export { repairsOf, withPrice } from './findings/repairs.ts';
export { quoteWitness, tellFindings, tryRepair, withoutRegions, withRepair } from './findings/told.ts';
export { expectNow, judge, verdictOf } from './trials/expectation.ts';
export { runTrial, type TrialResult } from './trials/runTrial.ts';
export { fitsRows, readTrialRows, rowsOfTrial, TRIAL_COLUMNS, TrialFile, type TrialRowFault } from './trials/trialFile.ts';
export { runOn, type TrialSources } from './trials/trialRun.ts';
