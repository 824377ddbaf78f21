import { ArmRunInput } from "@/features/bench/bench.schema";
import { armRun } from "@/features/bench/benchVerbs";
import { runRoute } from "@/server/verbs/runRoute";

/** Arms the rig for a run. */
export async function POST(request: Request) {
  return runRoute(request, "technician", ArmRunInput, armRun);
}
