import "server-only";
import { CALCULATORS } from "@/core/calculators";
import { problemsOf } from "@/core/calculators/problemsOf";
import { fromSi, QUANTITIES } from "@/core/units/quantities";
import { calculationKept } from "@/features/job/events/jobEvents";
import { changeJob } from "@/features/job/changeJob";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { AppError, NotFoundError } from "@/server/errors";
import { formatInFirstUnit } from "@/shared/formatInUnit";
import { type KeepCalculationInput } from "./keepCalculation.schema";

/**
 * Keeps a calculation on a job, with what it was given and what it gave. It is worked out again here: figures come from the core.
 *
 * @throws {AppError} `forbidden`, `invalid_input`; {NotFoundError}; {ConflictError}.
 */
export async function keepCalculation(context: VerbContext, input: KeepCalculationInput): Promise<null> {
  requireRole(context, "technician");
  const calculator = CALCULATORS.find(({ id }) => id === input.calculatorId);
  if (!calculator) throw new NotFoundError(`The sum “${input.calculatorId}”`);
  const [problem] = Object.values(problemsOf(calculator, input.given));
  if (problem) throw new AppError("invalid_input", problem);
  const { results, remarks } = calculator.compute(input.given);
  return changeJob(context, input, async () => ({
    events: [
      calculationKept.of({
        calculatorId: calculator.id,
        title: calculator.title,
        given: calculator.inputs.map(({ id, label, quantity, options }) => {
          const shown = fromSi(input.given[id]!, QUANTITIES[quantity][0]);
          const named = options?.find(({ value }) => Math.abs(value - shown) < 1e-6);
          return { label, text: named?.label ?? formatInFirstUnit(input.given[id]!, quantity) };
        }),
        results: results.map(({ label, quantity, value }) => ({ label, text: formatInFirstUnit(value, quantity) })),
        remarks: remarks.map(({ text }) => text),
      }),
    ],
    result: null,
  }));
}
