import { airDensitySum } from "./airDensitySum";
import { balancePoint } from "./balancePoint";
import { driveMatching } from "./driveMatching";
import { endurance } from "./endurance";
import { meanCurrent } from "./meanCurrent";
import { meterFactor } from "./meterFactor";
import { processorLoad } from "./processorLoad";
import { protocolTiming } from "./protocolTiming";
import { railBudgetSum } from "./railBudgetSum";
import { type Sum } from "./sum.types";
import { thrustToWeight } from "./thrustToWeight";
import { wireDrop } from "./wireDrop";

/** All sums of the bench, in the order they are listed. A new one is a file and a line here. */
export const SUMS: readonly Sum[] = [
  meanCurrent,
  endurance,
  meterFactor,
  thrustToWeight,
  driveMatching,
  protocolTiming,
  processorLoad,
  railBudgetSum,
  balancePoint,
  airDensitySum,
  wireDrop,
];
