import { airDensityCalculator } from "./airDensityCalculator";
import { balancePoint } from "./balancePoint";
import { driveMatching } from "./driveMatching";
import { endurance } from "./endurance";
import { meanCurrent } from "./meanCurrent";
import { meterFactor } from "./meterFactor";
import { processorLoad } from "./processorLoad";
import { protocolTiming } from "./protocolTiming";
import { railBudgetCalculator } from "./railBudgetCalculator";
import { repairOrReplace } from "./repairOrReplace";
import { type Calculator } from "./calculator.types";
import { thrustToWeight } from "./thrustToWeight";
import { wireDrop } from "./wireDrop";

/** All calculators, in the order they are listed. A new one is a file and a line here. */
export const CALCULATORS: readonly Calculator[] = [
  meanCurrent,
  endurance,
  meterFactor,
  thrustToWeight,
  driveMatching,
  protocolTiming,
  processorLoad,
  railBudgetCalculator,
  balancePoint,
  airDensityCalculator,
  wireDrop,
  repairOrReplace,
];
