import { startSweep } from "@/features/bench/rig/rigVerbs";
import { OperatorRequest } from "@/features/bench/rig/rigRequests";
import { runRoute } from "@/server/verbs/runRoute";

/** Starts an armed run. */
export async function POST(request: Request) {
  return runRoute(request, "technician", OperatorRequest, startSweep);
}
