import "server-only";
import { SUMS } from "@/core/bench/sums";
import { problemsOf } from "@/core/bench/sums/problemsOf";
import { fromSi, QUANTITIES } from "@/core/units/quantities";
import { changeJob } from "@/features/job/changeJob";
import { requireRole, type VerbContext } from "@/features/people/verbContext";
import { AppError, NotFoundError } from "@/server/errors";
import { formatInFirstUnit } from "@/shared/formatInUnit";
import { type KeepSumInput } from "./keepSum.schema";

/**
 * Keeps a sum on a job, with what it was given and what it gave. It is worked out again here: figures come from the core.
 *
 * @throws {AppError} `forbidden`, `invalid_input`; {NotFoundError}; {ConflictError}.
 */
export async function keepSum(context: VerbContext, input: KeepSumInput): Promise<null> {
  requireRole(context, "technician");
  const sum = SUMS.find(({ id }) => id === input.sumId);
  if (!sum) throw new NotFoundError(`The sum “${input.sumId}”`);
  const [problem] = Object.values(problemsOf(sum, input.given));
  if (problem) throw new AppError("invalid_input", problem);
  const { results, remarks } = sum.compute(input.given);
  return changeJob(context, input, () =>
    Promise.resolve({
      events: [
        {
          kind: "sum_kept",
          payload: {
            sumId: sum.id,
            title: sum.title,
            given: sum.inputs.map(({ id, label, quantity, options }) => {
              const shown = fromSi(input.given[id]!, QUANTITIES[quantity][0]);
              const named = options?.find(({ value }) => Math.abs(value - shown) < 1e-6);
              return { label, text: named?.label ?? formatInFirstUnit(input.given[id]!, quantity) };
            }),
            results: results.map(({ label, quantity, value }) => ({ label, text: formatInFirstUnit(value, quantity) })),
            remarks: remarks.map(({ text }) => text),
          },
        },
      ],
      result: null,
    }),
  );
}
