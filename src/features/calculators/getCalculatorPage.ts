import "server-only";
import { CALCULATORS } from "@/core/calculators";
import { hasRole } from "@/server/person";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { NotFoundError } from "@/server/errors";
import { listOpenJobs } from "./openJobsRepository";
import { type CalculatorPageProps } from "./CalculatorPage";

/**
 * One calculator, and the open jobs it may be kept on.
 *
 * @param asked - Figures to begin with, by input, each in its quantity's first unit; what is no figure of the calculator is left out.
 * @throws {NotFoundError}, {AppError} `forbidden`
 */
export async function getCalculatorPage(
  context: VerbContext,
  calculatorId: string,
  asked: Readonly<Record<string, unknown>> = {},
): Promise<CalculatorPageProps> {
  requireRole(context, "viewer");
  const calculator = CALCULATORS.find(({ id }) => id === calculatorId);
  if (!calculator) throw new NotFoundError(`The sum “${calculatorId}”`);
  const starts = Object.fromEntries(
    calculator.inputs.flatMap(({ id }) => {
      const text = asked[id];
      return typeof text === "string" && text.trim() !== "" && Number.isFinite(Number(text)) ? [[id, text]] : [];
    }),
  );
  const mayKeep = hasRole(context.person, "technician");
  return { calculatorId, starts, jobs: mayKeep ? await listOpenJobs(context.pool) : [], mayKeep };
}
