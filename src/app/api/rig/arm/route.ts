import { ArmSweepInput } from "@/features/bench/bench.schema";
import { armSweep } from "@/features/bench/benchVerbs";
import { runRoute } from "@/features/people/runRoute";

/** Arms the rig for a sweep. */
export async function POST(request: Request) {
  return runRoute(request, ArmSweepInput, armSweep);
}
