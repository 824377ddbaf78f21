import { ImportRunInput } from "@/features/bench/bench.schema";
import { importRun } from "@/features/bench/runs/runFileVerbs";
import { runRoute } from "@/server/verbs/runRoute";

/** Takes a run from a file. A route and not an action: a long run is larger than an action may carry. */
export async function POST(request: Request) {
  return runRoute(request, "technician", ImportRunInput, importRun);
}
